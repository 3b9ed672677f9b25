import { wrap } from "comlink";
import { useEffect, useState } from "react";
import type { Answer, Asked, Calculate, Tasks } from "../../workers/calculator.worker";

interface Running {
  readonly calculate: Calculate;
  /** Rejects when the worker fails. */
  readonly failure: Promise<never>;
}

let running: Running | undefined;

function start(): Running {
  const worker = new Worker(new URL("../../workers/calculator.worker.ts", import.meta.url), { type: "module", name: "calculator" });
  const failure = new Promise<never>((_, reject) => {
    worker.onerror = (e) => {
      // The next question begins it anew.
      running = undefined;
      worker.terminate();
      reject(new Error(e.message || "the worker could not be loaded"));
    };
  });
  failure.catch(() => undefined);
  return { calculate: wrap<Calculate>(worker) as unknown as Calculate, failure };
}

/** Has something worked out away from the page, in one worker that stays. Rejects with why it can't be. */
export const calculate: Calculate = (task, ...asked) => {
  running ??= start();
  return Promise.race([running.calculate(task, ...asked), running.failure]);
};

interface Calculated<T extends keyof Tasks> {
  readonly answer?: Answer<T>;
  readonly trouble?: Error;
  /** The answer is that to an earlier question. */
  readonly stale: boolean;
}

/** An answer of the calculator as it comes. `key` tells one question from another; `undefined`: nothing is asked. */
export function useCalculated<T extends keyof Tasks>(key: string | undefined, task: T, ...asked: Asked<T>): Calculated<T> {
  const [known, setKnown] = useState<{ readonly key: string; readonly answer?: Answer<T>; readonly trouble?: Error } | undefined>();
  // biome-ignore lint/correctness/useExhaustiveDependencies: the question is the same by its key
  useEffect(() => {
    if (key === undefined) return undefined;
    let gone = false;
    calculate(task, ...asked).then(
      (answer) => !gone && setKnown({ key, answer }),
      (trouble: Error) => !gone && setKnown({ key, trouble }),
    );
    return () => {
      gone = true;
    };
  }, [key]);
  const { key: of, ...rest } = known ?? { key: undefined };
  return { ...rest, stale: of !== key };
}
