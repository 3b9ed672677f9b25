import type { Contradiction } from "../core/diagnosis/contradiction";
import type { CurrentPath } from "../core/diagnosis/current-path";
import type { Hypothesis } from "../core/diagnosis/hypotheses";
import type { Mark } from "../core/diagnosis/marks";
import type { Weight } from "../core/diagnosis/rank";
import type { Job } from "../core/job/fold";
import type { Machine } from "../core/machine/format";
import type { OtherWay } from "../core/planning/other-ways";
import type { Proposal } from "../core/planning/proposal";
import type { Prediction } from "../core/prediction/prediction";
import type { Probing } from "../core/prediction/predictor";

export interface RankedSuspect {
  readonly hypothesis: Hypothesis;
  readonly probability: number;
  readonly weights: readonly Weight[];
}

/** The suspects of a job and what follows from them, as facts. */
export interface Standing {
  /** The likeliest, most probable first, until nearly everything is covered. */
  readonly suspects: readonly RankedSuspect[];
  readonly rest: { readonly count: number; readonly share: number };
  /** Share that the trouble is none that this model has. */
  readonly outside: number;
  /** Entries that the rest of the record makes unlikely under everything. */
  readonly strange: readonly string[];
  readonly marks: Readonly<Record<string, Mark>>;
  readonly fixed: number;
  /** How the current of each surprising reading got there. */
  readonly paths: readonly CurrentPath[];
  /** Hypotheses behind the suspects; pairs of faults come in when they are worked out. */
  readonly hypotheses: number;
  readonly pairs: boolean;
  /** Set when no suspect explains the whole record. */
  readonly contradiction?: Contradiction;
}

/** What would be read at a place: on a healthy machine (no hypothesis), and under a leading suspect. */
export interface Foresight {
  readonly of?: { readonly hypothesis: Hypothesis; readonly probability: number };
  readonly prediction: Prediction;
  /** 1 σ with the meter's own error, in the quantity's unit. */
  readonly sigma: number;
}

/** What the engine has to know of a job. */
export type Asked = Omit<Job, "machine" | "record">;

/** One question for one state of the job, with the place that is being looked at, if any. */
export interface JobQuestion {
  readonly type: "job";
  readonly turn: number;
  readonly job: Asked;
  readonly probing?: Probing;
}

/** Another place to be looked at in the same state of the job; none to look away. */
export interface PlaceQuestion {
  readonly type: "place";
  readonly turn: number;
  readonly probing?: Probing;
}

/** `revision`: of the machine that is to come, so that its table can be fetched meanwhile. */
export type ToEngine =
  | { readonly type: "revision"; readonly revision: string }
  | { readonly type: "machine"; readonly machine: Machine }
  | JobQuestion
  | PlaceQuestion;

export type FromEngine = { readonly turn: number } & (
  | { readonly type: "standing"; readonly standing: Standing }
  /** `null` when nothing is left to do. */
  | { readonly type: "proposal"; readonly proposal: Proposal | null }
  | { readonly type: "other-ways"; readonly ways: readonly OtherWay[] }
  | { readonly type: "foresight"; readonly lines: readonly Foresight[] }
);
