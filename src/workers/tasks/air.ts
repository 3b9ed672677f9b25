import { type Consequence, consequenceOf } from "../../core/model/air/consequence";
import type { Machine } from "../../core/model/machine/format";

/** Gives what flows do to a machine, in their order. `frees`: free shares of its duct; `waterKg`: water in the load. */
export const consequences = (machine: Machine, frees: readonly number[], waterKg: number): readonly Consequence[] =>
  frees.map((free) => consequenceOf(machine, free, waterKg));
