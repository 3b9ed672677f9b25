import { useEffect, useState } from "react";
import type { Consequence } from "../../core/air/consequence";
import type { Machine } from "../../core/machine/format";
import type { AirAnswer, AirQuestion } from "../../workers/air.worker";
import { askWorker } from "../ask-worker";

/** What these free shares do to the machine, away from the page; those that are not there yet are left out. */
export function useConsequences(machine: Machine, frees: readonly number[], waterKg: number): readonly (Consequence | undefined)[] {
  const [known, setKnown] = useState<{ readonly key: string; readonly answer: AirAnswer } | undefined>();
  const key = `${machine.id} ${waterKg} ${frees.map((f) => f.toFixed(3)).join()}`;
  // biome-ignore lint/correctness/useExhaustiveDependencies: the shares are the same by the key
  useEffect(() => {
    const worker = new Worker(new URL("../../workers/air.worker.ts", import.meta.url), { type: "module" });
    const question: AirQuestion = { machine, frees, waterKg };
    const { answer, end } = askWorker<AirAnswer>(worker, question);
    answer.then(
      (a) => setKnown({ key, answer: a }),
      () => undefined,
    );
    return end;
  }, [key]);
  return frees.map((_, i) => (known?.key === key ? known.answer[i] : undefined));
}
