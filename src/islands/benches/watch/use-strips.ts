import { useEffect, useState } from "react";
import type { RankedSuspect } from "../../../core/diagnosis/standing";
import type { Machine } from "../../../core/machine/format";
import type { Strip } from "../../../core/prediction/run-strip";
import type { StripsAnswer, StripsQuestion } from "../../../workers/strips.worker";

export interface Strips {
  readonly healthy: Strip;
  /** Those of the leading suspects that can be run, in their order. */
  readonly suspects: readonly { readonly suspect: RankedSuspect; readonly strip: Strip }[];
}

/** How a healthy machine and these suspects would run, worked out away from the page; `undefined` until it is here. */
export function useStrips(machine: Machine, suspects: readonly RankedSuspect[], seconds: number): Strips | undefined {
  const [strips, setStrips] = useState<Strips | undefined>();
  const ids = suspects.map((s) => s.hypothesis.id).join();
  // biome-ignore lint/correctness/useExhaustiveDependencies: suspects are the same by their ids
  useEffect(() => {
    const worker = new Worker(new URL("../../../workers/strips.worker.ts", import.meta.url), { type: "module" });
    worker.onmessage = ({ data: [healthy, ...others] }: MessageEvent<StripsAnswer>) => {
      if (healthy)
        setStrips({ healthy, suspects: others.flatMap((strip, i) => (strip && suspects[i] ? [{ suspect: suspects[i], strip }] : [])) });
      worker.terminate();
    };
    worker.postMessage({ machine, faults: [[], ...suspects.map((s) => s.hypothesis.faults)], seconds } satisfies StripsQuestion);
    return () => worker.terminate();
  }, [machine, ids, seconds]);
  return strips;
}
