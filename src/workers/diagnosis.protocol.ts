import type { Contradiction } from "../core/diagnosis/contradiction";
import type { Mark } from "../core/diagnosis/marks";
import type { ReadingSetup } from "../core/diagnosis/predict";
import type { Weight } from "../core/diagnosis/rank";
import type { Way } from "../core/diagnosis/surprise";
import type { Job } from "../core/job/fold";
import type { Machine } from "../core/machine/schema";
import type { Proposal } from "../core/planning/propose";
import type { OtherSchool } from "../core/planning/schools";

export interface SuspectView {
  readonly id: string;
  readonly sentence: string;
  readonly because?: string;
  readonly probability: number;
  readonly parts: readonly string[];
  readonly weights: readonly Weight[];
}

export interface RankingView {
  /** The likeliest, most probable first, until nearly everything is covered. */
  readonly suspects: readonly SuspectView[];
  readonly rest: { readonly count: number; readonly share: number };
  readonly marks: Readonly<Record<string, Mark>>;
  readonly fixed: number;
  /** How the current of each surprising reading got there. */
  readonly ways: readonly Way[];
  /** Hypotheses behind the suspects; pairs of faults come in when they are worked out. */
  readonly hypotheses: number;
  readonly pairs: boolean;
  /** Set when no suspect explains the whole record. */
  readonly contradiction?: Contradiction;
}

export interface ProbeLine {
  readonly says: string;
  readonly share: number | null;
  /** Ω or V; `Infinity` for OL. */
  readonly mean: number;
  readonly sigma: number;
}

export type ToWorker =
  | { readonly type: "machine"; readonly machine: Machine }
  | { readonly type: "job"; readonly turn: number; readonly job: Job }
  | { readonly type: "probe"; readonly turn: number; readonly setup: ReadingSetup; readonly job: Job };

export type FromWorker =
  | { readonly type: "ranking"; readonly turn: number; readonly ranking: RankingView }
  | { readonly type: "proposal"; readonly turn: number; readonly proposal: Proposal | null }
  | { readonly type: "schools"; readonly turn: number; readonly schools: readonly OtherSchool[] }
  | { readonly type: "probe"; readonly turn: number; readonly lines: readonly ProbeLine[] };
