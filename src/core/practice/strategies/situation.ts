import type { MendedPiece } from "../../model/machine/pieces";
import type { SuspectSet } from "../../reason/diagnosis/suspect-set";
import type { TestCatalogue } from "../../reason/planning/tests/catalogue";
import type { TestAction } from "../../reason/planning/tests/tests";
import type { Question } from "../../record/finding/finding";
import type { Job } from "../../record/job/fold";
import type { Draft } from "../../record/job/kinds/index";

/** Holds what a strategy may do at one step. */
export type Move =
  | { readonly kind: "entry"; readonly draft: Draft; readonly minutes: number }
  | { readonly kind: "test"; readonly test: TestAction }
  | { readonly kind: "fit"; readonly assembly: string; readonly gamble?: boolean }
  | { readonly kind: "prove" }
  /** A question that is no test of the planner's: a check before closing. */
  | { readonly kind: "ask"; readonly question: Question; readonly minutes: number }
  /** A look at what the model does not have. */
  | { readonly kind: "look-outside"; readonly pieces: readonly MendedPiece[]; readonly minutes: number }
  /** Nothing more can be done; `outside`: because the trouble is none that the model has. */
  | { readonly kind: "stop"; readonly outside?: true };

/** Holds what a strategy sees: the machine as the model has it, and the job's record. */
export interface Situation {
  readonly suspects: SuspectSet;
  readonly catalogue: TestCatalogue;
  readonly job: Job;
}

/** A strategy may be a state machine: it is made for one job. */
export type Strategy = (situation: Situation) => Move;

/** True where a test is a reading across this part, its wires off. */
export const isAcrossTest = (test: TestAction, part: string): boolean => test.id.startsWith(`part ${part}.`);
