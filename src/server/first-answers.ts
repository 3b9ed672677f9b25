import { Worker } from "node:worker_threads";
import { revisionOf } from "../core/model/machine/revision";
import type { FirstAnswer } from "../core/reason/planning/first-answer";
import type { Job } from "../core/record/job/fold";

/** One question to the thread that works it out. */
export interface FirstQuestion {
  readonly turn: number;
  readonly revision: string;
  /** Without its machine and its record, which it does without. */
  readonly job: Job;
}

interface Told {
  readonly turn: number;
  readonly answer?: FirstAnswer;
}

/** Gets what a page of a job comes with; `undefined` where it is not there soon enough: then the page works it out itself. */
export type AskFirst = (job: Job) => Promise<FirstAnswer | undefined>;

/** A page waits no longer, and no more questions stand open at a time. */
const PATIENCE_MS = 250;
const MOST_WAITING = 8;

/** Works out what pages come with, in a thread of its own. `tables`: the folder of the tables of predictions. */
export function firstAnswers(tables: string): AskFirst {
  const waiting = new Map<number, (answer: FirstAnswer | undefined) => void>();
  // What came too late for its page is there for the next one.
  const known = new WeakMap<Job, FirstAnswer>();
  let worker: Worker | undefined;
  let turn = 0;
  const tell = (of: number, answer?: FirstAnswer) => {
    waiting.get(of)?.(answer);
    waiting.delete(of);
  };
  const begin = (): Worker => {
    const begun = new Worker(new URL("./first-answer.worker.mjs", import.meta.url), { workerData: { tables } });
    begun.unref();
    begun.on("message", ({ turn: of, answer }: Told) => tell(of, answer));
    begun.on("error", (error) => {
      console.error(error);
      // The next page begins it anew.
      worker = undefined;
      for (const of of [...waiting.keys()]) tell(of);
    });
    return begun;
  };
  return (job) => {
    const { machine, record: _, ...rest } = job;
    const before = known.get(job);
    if (before || !machine || waiting.size >= MOST_WAITING) return Promise.resolve(before);
    worker ??= begin();
    const mine = ++turn;
    worker.postMessage({ turn: mine, revision: revisionOf(machine), job: { ...rest, record: [] } } satisfies FirstQuestion);
    return new Promise((resolve) => {
      const late = setTimeout(resolve, PATIENCE_MS);
      waiting.set(mine, (answer) => {
        clearTimeout(late);
        if (answer) known.set(job, answer);
        resolve(answer);
      });
    });
  };
}
