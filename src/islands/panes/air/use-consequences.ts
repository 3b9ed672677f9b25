import { useEffect, useState } from "react";
import type { Consequence } from "../../../core/model/air/consequence";
import type { Machine } from "../../../core/model/machine/format";
import type { AirAnswer, AirQuestion } from "../../../workers/air.worker";
import { askWorker } from "../../store/ask-worker";

interface Known {
  readonly key: string;
  readonly answer?: AirAnswer;
  readonly trouble?: string;
}

/** What flows at these free shares do, away from the page; those that are not there yet are left out, and `trouble` says why none will come. */
export interface Consequences {
  readonly does: readonly (Consequence | undefined)[];
  readonly trouble: string | undefined;
}

export function useConsequences(machine: Machine, frees: readonly number[], waterKg: number): Consequences {
  const [known, setKnown] = useState<Known | undefined>();
  const key = `${machine.id} ${waterKg} ${frees.map((f) => f.toFixed(3)).join()}`;
  // biome-ignore lint/correctness/useExhaustiveDependencies: the shares are the same by the key
  useEffect(() => {
    const worker = new Worker(new URL("../../../workers/air.worker.ts", import.meta.url), { type: "module" });
    const question: AirQuestion = { machine, frees, waterKg };
    const { answer, end } = askWorker<AirAnswer>(worker, question);
    answer.then(
      (a) => setKnown({ key, answer: a }),
      (error: Error) => setKnown({ key, trouble: `What the air does can’t be worked out here: ${error.message}. Load the page again.` }),
    );
    return end;
  }, [key]);
  const here = known?.key === key ? known : undefined;
  return { does: frees.map((_, i) => here?.answer?.[i]), trouble: here?.trouble };
}
