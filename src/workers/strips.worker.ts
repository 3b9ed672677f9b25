import type { Fault } from "../core/model/machine/fault";
import type { Machine } from "../core/model/machine/format";
import { type Strip, stripOf } from "../core/model/prediction/run-strip";

/** Runs to be drawn: the machine with each of these sets of faults, so many seconds long. */
export interface StripsQuestion {
  readonly machine: Machine;
  readonly faults: readonly (readonly Fault[])[];
  readonly seconds: number;
}
/** In the order of the question; null for one that can't be run. */
export type StripsAnswer = readonly (Strip | null)[];

addEventListener("message", ({ data: { machine, faults, seconds } }: MessageEvent<StripsQuestion>) => {
  const strips: StripsAnswer = faults.map((f) => {
    try {
      return stripOf(machine, f, seconds);
    } catch {
      return null;
    }
  });
  postMessage(strips);
});
