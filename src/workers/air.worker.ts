import { type Consequence, consequenceOf } from "../core/model/air/consequence";
import type { Machine } from "../core/model/machine/format";

/** What flows do to a machine: free shares of its duct. */
export interface AirQuestion {
  readonly machine: Machine;
  readonly frees: readonly number[];
  /** Water in the load, kg. */
  readonly waterKg: number;
}
/** In the order of the question. */
export type AirAnswer = readonly Consequence[];

addEventListener("message", ({ data: { machine, frees, waterKg } }: MessageEvent<AirQuestion>) => {
  const answer: AirAnswer = frees.map((free) => consequenceOf(machine, free, waterKg));
  postMessage(answer);
});
