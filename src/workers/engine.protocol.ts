import type { Machine } from "../core/model/machine/format";
import type { Probing } from "../core/model/prediction/predictor";
import type { Asked, Foresight, Standing } from "../core/reason/diagnosis/standing";
import type { OtherWay } from "../core/reason/planning/other-ways";
import type { Proposal } from "../core/reason/planning/proposal";

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
  /** `said`: what the page came with as what is next. */
  | { readonly type: "machine"; readonly machine: Machine; readonly said?: Proposal }
  | JobQuestion
  | PlaceQuestion;

export type FromEngine = { readonly turn: number } & (
  | { readonly type: "standing"; readonly standing: Standing }
  /** `null` when nothing is left to do. */
  | { readonly type: "proposal"; readonly proposal: Proposal | null }
  | { readonly type: "other-ways"; readonly ways: readonly OtherWay[] }
  | { readonly type: "foresight"; readonly lines: readonly Foresight[] }
);
