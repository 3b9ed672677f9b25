import { useEffect, useState } from "react";
import type { Machine } from "../../../core/model/machine/format";
import type { Strip } from "../../../core/model/prediction/run-strip";
import type { RankedSuspect } from "../../../core/reason/diagnosis/standing";
import { calculate } from "../../store/calculator";

export interface Strips {
  readonly healthy: Strip;
  /** Those of the leading suspects that can be run, in their order. */
  readonly suspects: readonly { readonly suspect: Pick<RankedSuspect, "hypothesis" | "probability">; readonly strip: Strip }[];
}

/** Tells how a good machine and these suspects would run, worked out away from the page: `undefined` until it is here, or why it can't be. */
export function useStrips(machine: Machine, suspects: readonly RankedSuspect[], seconds: number): Strips | string | undefined {
  const [strips, setStrips] = useState<Strips | string | undefined>();
  const ids = suspects.map((s) => s.hypothesis.id).join();
  // biome-ignore lint/correctness/useExhaustiveDependencies: suspects are the same by their ids
  useEffect(() => {
    let gone = false;
    calculate("strips", machine, [[], ...suspects.map((s) => s.hypothesis.faults)], seconds).then(
      ([healthy, ...others]) => {
        if (!healthy || gone) return;
        setStrips({ healthy, suspects: others.flatMap((strip, i) => (strip && suspects[i] ? [{ suspect: suspects[i], strip }] : [])) });
      },
      (error: Error) => !gone && setStrips(`Can't draw the normal run here: ${error.message}. Your taps are still saved.`),
    );
    return () => {
      gone = true;
    };
  }, [machine, ids, seconds]);
  return strips;
}
