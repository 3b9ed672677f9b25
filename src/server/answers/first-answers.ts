import { Worker } from "node:worker_threads";
import { revisionOf } from "../../core/model/machine/revision";
import type { FirstAnswer } from "../../core/reason/planning/propose";
import type { Job } from "../../core/record/job/fold";

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

/** Holds what pages of jobs come with: how the suspects stand, and what is next. */
export interface FirstAnswers {
  /** Gives what is known of a job as it stands now; `undefined` where it is not there soon enough: then the page works it out itself. */
  readonly ask: (job: Job) => Promise<FirstAnswer | undefined>;
  /** Has it worked out before anybody asks, once the job rests: of one that changes quickly only the newest state is. */
  readonly prepare: (job: Job) => void;
}

/** A page that has to work it out itself fetches far more, and takes longer than this. */
const PATIENCE_MS = 800;
/** Whoever works at a job has its answers in his browser: it is worked out here once the job has rested so long. */
const REST_MS = 2000;
const MOST_WAITING = 32;
/** A longer record takes longer to be handed over and ranked than a page can wait. */
const MOST_ENTRIES = 1500;

interface Waiting {
  readonly job: Job;
  readonly answer: Promise<FirstAnswer | undefined>;
  readonly tell: (answer: FirstAnswer | undefined) => void;
}

/** Works out what pages come with, in a thread of its own. `tables`: the folder of the tables of predictions. */
export function firstAnswers(tables: string): FirstAnswers {
  // A record has another reference with each entry; whether a proof of dead has run out changes the answer too.
  const known = new WeakMap<Job["record"], Map<string, FirstAnswer>>();
  const queue = new Map<string, Waiting>();
  let asked: (Waiting & { readonly turn: number }) | undefined;
  let worker: Worker | undefined;
  let turn = 0;

  const stateOf = ({ safety }: Job): string => JSON.stringify(safety);
  const isSame = (a: Job, b: Job): boolean => a.record === b.record && stateOf(a) === stateOf(b);
  const knownOf = (job: Job) => known.get(job.record)?.get(stateOf(job));

  const done = (answer: FirstAnswer | undefined) => {
    if (!asked) return;
    const { job, tell } = asked;
    if (answer) known.set(job.record, new Map(known.get(job.record)).set(stateOf(job), answer));
    asked = undefined;
    tell(answer);
    next();
  };
  const begin = (): Worker => {
    const begun = new Worker(new URL("./first-answer.worker.mjs", import.meta.url), { workerData: { tables } });
    begun.unref();
    begun.on("message", ({ turn: of, answer }: Told) => of === asked?.turn && done(answer));
    begun.on("error", (error) => {
      console.error(error);
      // The next question begins it anew.
      worker = undefined;
      done(undefined);
    });
    return begun;
  };
  const next = () => {
    const [first] = queue;
    if (asked || !first) return;
    queue.delete(first[0]);
    const { machine, record: _, ...rest } = first[1].job;
    asked = { ...first[1], turn: ++turn };
    if (!machine) return done(undefined);
    worker ??= begin();
    worker.postMessage({ turn, revision: revisionOf(machine), job: { ...rest, record: [] } } satisfies FirstQuestion);
  };
  const put = (job: Job): Promise<FirstAnswer | undefined> => {
    const before = knownOf(job);
    if (before || !job.machine || job.record.length > MOST_ENTRIES) return Promise.resolve(before);
    if (asked && isSame(asked.job, job)) return asked.answer;
    const waits = queue.get(job.id);
    if (waits && isSame(waits.job, job)) return waits.answer;
    if (!waits && queue.size >= MOST_WAITING) return Promise.resolve(undefined);
    waits?.tell(undefined);
    const { promise: answer, resolve: tell } = withResolvers<FirstAnswer | undefined>();
    queue.set(job.id, { job, answer, tell });
    next();
    return answer;
  };
  return {
    ask: (job) => Promise.race([put(job), new Promise<undefined>((late) => setTimeout(() => late(undefined), PATIENCE_MS))]),
    prepare: atOnceAndRested(put),
  };
}

/** Has the first state of a job worked out at once; while more come, the last of them once it rests. */
function atOnceAndRested(put: (job: Job) => Promise<unknown>): FirstAnswers["prepare"] {
  const resting = new Map<string, NodeJS.Timeout>();
  return (job) => {
    const busy = resting.get(job.id);
    clearTimeout(busy);
    resting.delete(job.id);
    if (job.closed) return;
    if (!busy) void put(job);
    const rested = () => {
      resting.delete(job.id);
      void put(job);
    };
    resting.set(job.id, setTimeout(rested, REST_MS).unref());
  };
}

/** As `Promise.withResolvers`, which this Node.js lacks. */
function withResolvers<T>() {
  let resolve: (value: T) => void = () => undefined;
  const promise = new Promise<T>((r) => {
    resolve = r;
  });
  return { promise, resolve };
}
