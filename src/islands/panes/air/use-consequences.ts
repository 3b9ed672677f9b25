import type { Consequence } from "../../../core/model/air/consequence";
import type { Machine } from "../../../core/model/machine/format";
import { useCalculated } from "../../store/calculator";

/** Holds what flows at these free shares do, away from the page; those that are not there yet are left out, and `trouble` says why none will come. */
interface Consequences {
  readonly does: readonly (Consequence | undefined)[];
  readonly trouble: string | undefined;
}

export function useConsequences(machine: Machine, frees: readonly number[], waterKg: number): Consequences {
  const key = `${machine.id} ${waterKg} ${frees.map((f) => f.toFixed(3)).join()}`;
  const { answer, trouble, stale } = useCalculated(key, "consequences", machine, frees, waterKg);
  return {
    does: frees.map((_, i) => (stale ? undefined : answer?.[i])),
    trouble: trouble && `Can't calculate the effects here: ${trouble.message}. Reload the page.`,
  };
}
