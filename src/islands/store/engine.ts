import { replaceEqualDeep } from "@tanstack/react-query";
import type { Machine } from "../../core/model/machine/format";
import type { Probing } from "../../core/model/prediction/predictor";
import type { Asked, Foresight, Standing } from "../../core/reason/diagnosis/standing";
import type { OtherWay } from "../../core/reason/planning/other-ways";
import type { Proposal } from "../../core/reason/planning/proposal";
import type { Job } from "../../core/record/job/fold";
import { whenIdle } from "../../ui/when-idle";
import type { FromEngine, ToEngine } from "../../workers/engine.protocol";
import { newWorker, takeEarly } from "./early-engine";

/** Holds what the engine has found out so far. What did not change keeps its reference. */
export interface Diagnosis {
  readonly standing?: Standing;
  /** `null` when nothing is left to do. */
  readonly proposal?: Proposal | null;
  /** Holds what those who work otherwise would do now. */
  readonly ways?: readonly OtherWay[];
  /** Holds what would be read at the chosen place. */
  readonly foresight?: readonly Foresight[];
  /** A newer question is being worked on; what is shown belongs to the one before. */
  readonly working: boolean;
  /** The engine failed; entering goes on working without it. */
  readonly failed?: string;
}

/** Works out suspects and proposals for one job, away from the page. */
export interface Engine {
  /** One question for one state of the job; the answers to the one before are dropped. */
  readonly ask: (job: Job, probing: Probing | undefined) => void;
  /** Another place in the same state of the job. */
  readonly look: (probing: Probing | undefined) => void;
  readonly stop: () => void;
}
/** `known`: what was worked out of the job as the page came with it. */
export type StartEngine = (told: (diagnosis: Diagnosis) => void, known: Diagnosis) => Engine;

/** Starts the engine in a worker of its own, which is begun anew when the machine changes. */
export const startEngine: StartEngine = (told, known) => {
  let worker: Worker | undefined;
  let machine: Machine | undefined;
  /** The first question, where its answer is known already. */
  let late: { readonly question: () => void; readonly cancel: () => void } | undefined;
  let turn = 0;
  let diagnosis: Diagnosis = known;
  const tell = (change: Partial<Diagnosis>) => {
    diagnosis = { ...diagnosis, ...change };
    told(diagnosis);
  };
  const begin = (of: Machine) => {
    worker?.terminate();
    if (machine) diagnosis = { working: true };
    machine = of;
    worker = takeEarly() ?? newWorker();
    worker.onmessage = ({ data }: MessageEvent<FromEngine>) => {
      if (data.turn === turn) tell(changeBy(diagnosis, data));
    };
    worker.onerror = (e) => tell({ working: false, failed: e.message || "the worker could not be loaded" });
    send(worker, { type: "machine", machine, ...(diagnosis.proposal && { said: diagnosis.proposal }) });
  };
  const hurry = () => {
    const question = late?.question;
    late?.cancel();
    late = undefined;
    question?.();
  };
  return {
    ask: (job, probing) => {
      if (!job.machine) return;
      const { machine: of } = job;
      const isFirst = turn === 0;
      const question = () => {
        if (of !== machine) begin(of);
        if (worker) send(worker, { type: "job", turn, job: asked(job), ...(probing && { probing }) });
      };
      turn++;
      late?.cancel();
      late = undefined;
      // Whatever the page came with answers the first question: the engine gets ready once the page rests.
      if (isFirst && known.proposal !== undefined) {
        late = { question, cancel: whenIdle(hurry) };
        return;
      }
      question();
      tell({ working: true });
    },
    look: (probing) => {
      hurry();
      const { foresight: _, ...rest } = diagnosis;
      diagnosis = rest;
      tell({});
      if (worker) send(worker, { type: "place", turn, ...(probing && { probing }) });
    },
    stop: () => {
      late?.cancel();
      worker?.terminate();
    },
  };
};

const send = (worker: Worker, message: ToEngine) => worker.postMessage(message);

const asked = ({ machine: _, record: __, ...job }: Job): Asked => job;

function changeBy(known: Diagnosis, answer: FromEngine): Partial<Diagnosis> {
  switch (answer.type) {
    case "standing":
      return { standing: replaceEqualDeep(known.standing, answer.standing) };
    case "proposal":
      return { proposal: replaceEqualDeep(known.proposal, answer.proposal), working: false };
    case "other-ways":
      return { ways: replaceEqualDeep(known.ways, answer.ways) };
    case "foresight":
      return { foresight: answer.lines };
  }
}
