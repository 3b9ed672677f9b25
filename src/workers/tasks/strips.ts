import type { Fault } from "../../core/model/machine/fault";
import type { Machine } from "../../core/model/machine/format";
import { type Strip, stripOf } from "../../core/model/prediction/run-strip";

/** Runs to be drawn: the machine with each of these sets of faults, so many seconds long; null for one that can't be run. */
export function strips(machine: Machine, faults: readonly (readonly Fault[])[], seconds: number): (Strip | null)[] {
  return faults.map((f) => {
    try {
      return stripOf(machine, f, seconds);
    } catch {
      return null;
    }
  });
}
