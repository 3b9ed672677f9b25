import { useEffect, useState } from "react";
import type { Machine } from "../../../core/model/machine/format";
import type { Strip } from "../../../core/model/prediction/run-strip";
import type { RankedSuspect } from "../../../core/reason/diagnosis/standing";
import type { StripsAnswer, StripsQuestion } from "../../../workers/strips.worker";
import { askWorker } from "../../store/ask-worker";

export interface Strips {
  readonly healthy: Strip;
  /** Those of the leading suspects that can be run, in their order. */
  readonly suspects: readonly { readonly suspect: Pick<RankedSuspect, "hypothesis" | "probability">; readonly strip: Strip }[];
}

/** How a healthy machine and these suspects would run, worked out away from the page: `undefined` until it is here, or why it can't be. */
export function useStrips(machine: Machine, suspects: readonly RankedSuspect[], seconds: number): Strips | string | undefined {
  const [strips, setStrips] = useState<Strips | string | undefined>();
  const ids = suspects.map((s) => s.hypothesis.id).join();
  // biome-ignore lint/correctness/useExhaustiveDependencies: suspects are the same by their ids
  useEffect(() => {
    const worker = new Worker(new URL("../../../workers/strips.worker.ts", import.meta.url), { type: "module" });
    const question: StripsQuestion = { machine, faults: [[], ...suspects.map((s) => s.hypothesis.faults)], seconds };
    const { answer, end } = askWorker<StripsAnswer>(worker, question);
    answer.then(
      ([healthy, ...others]) => {
        if (!healthy) return;
        setStrips({ healthy, suspects: others.flatMap((strip, i) => (strip && suspects[i] ? [{ suspect: suspects[i], strip }] : [])) });
      },
      (error: Error) => setStrips(`What it should do can’t be drawn here: ${error.message}. What you tap is kept all the same.`),
    );
    return end;
  }, [machine, ids, seconds]);
  return strips;
}
