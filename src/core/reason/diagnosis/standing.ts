import type { Fault } from "../../model/machine/fault";
import type { Prediction } from "../../model/prediction/prediction";
import type { Probing } from "../../model/prediction/predictor";
import { ohmsSigma } from "../../record/finding/kinds/ohms";
import { voltsSigma } from "../../record/finding/kinds/volts";
import type { Job } from "../../record/job/fold";
import { assembliesFitted } from "../../record/job/state";
import { type Contradiction, contradiction } from "./contradiction";
import { type CurrentPath, currentPaths } from "./current-path";
import type { Hypothesis } from "./hypotheses";
import { type Mark, marksOf } from "./marks";
import type { Ranking, Weight } from "./rank";
import type { ShareBand } from "./spread";
import { strangeEntries } from "./strange";
import type { SuspectSet } from "./suspect-set";

export interface RankedSuspect {
  readonly hypothesis: Hypothesis;
  readonly probability: number;
  /** Where that lies when base rates are off by as much as they may be. */
  readonly band: ShareBand;
  readonly weights: readonly Weight[];
}

/** The suspects of a job and what follows from them, as facts. */
export interface Standing {
  /** The likeliest, most probable first, until nearly everything is covered. */
  readonly suspects: readonly RankedSuspect[];
  readonly rest: { readonly count: number; readonly share: number };
  /** Share chance the fault isn't on the wiring sheet. */
  readonly outside: number;
  /** Share of the entries that seem to be slips, beyond the usual errors. */
  readonly slips: number;
  /** Entries that the rest of the record makes unlikely under everything. */
  readonly strange: readonly string[];
  readonly marks: Readonly<Record<string, Mark>>;
  readonly fixed: number;
  /** Says how the current of each surprising reading got there. */
  readonly paths: readonly CurrentPath[];
  /** Hypotheses behind the suspects; pairs of faults come in when they are worked out. */
  readonly hypotheses: number;
  readonly pairs: boolean;
  /** Set when no suspect explains the whole record. */
  readonly contradiction?: Contradiction;
}

/** Holds what would be read at a place: on a good machine (no hypothesis), and under a leading suspect. */
export interface Foresight {
  readonly of?: { readonly hypothesis: Hypothesis; readonly probability: number };
  readonly prediction: Prediction;
  /** 1 σ with the meter's own error, in the quantity's unit. */
  readonly sigma: number;
}

/** Holds what has to be known of a job. */
export type Asked = Omit<Job, "machine" | "record">;

const MOST_SHOWN = 12;
const LEAST_SHOWN = 0.002;
const MOST_FORESEEN = 4;

export function standingOf(set: SuspectSet, pairs: boolean, ranking: Ranking, job: Asked): Standing {
  const fitted = assembliesFitted(job);
  const clash = contradiction(set, job);
  const shown = ranking.suspects
    .filter((s, i) => i < MOST_SHOWN && s.probability > LEAST_SHOWN)
    .map(({ hypothesis, probability, band, weights }): RankedSuspect => ({ hypothesis, probability, band, weights }));
  return {
    suspects: shown,
    rest: { count: ranking.suspects.length - shown.length, share: 1 - ranking.outside - shown.reduce((sum, s) => sum + s.probability, 0) },
    outside: ranking.outside,
    slips: ranking.slips,
    strange: strangeEntries(set, job.evidence).map((s) => s.entry),
    marks: marksOf(set, ranking, fitted),
    fixed: fitted.length > 0 ? ranking.fixed : 0,
    paths: currentPaths(set, ranking, job.evidence),
    hypotheses: set.hypotheses.length,
    pairs,
    ...(clash && { contradiction: clash }),
  };
}

/** Gives what a good machine and the leading suspects would read at a place. */
export function foresightOf(set: SuspectSet, ranking: Ranking, job: Asked, probing: Probing): Foresight[] {
  const fitted = assembliesFitted(job);
  const line = (faults: readonly Fault[], of?: Foresight["of"]): Foresight => {
    const prediction = set.predictor.reading(faults, probing);
    return { ...(of && { of }), prediction, sigma: sigmaOf(prediction, probing.unit) };
  };
  const leading = ranking.suspects.slice(0, MOST_FORESEEN);
  return [
    line([]),
    ...leading.map(({ hypothesis, probability }) => line(set.faultsLeft(set.numberOf(hypothesis.id), fitted), { hypothesis, probability })),
  ];
}

function sigmaOf(p: Prediction, unit: Probing["unit"]): number {
  if (p.is !== "value") return 0;
  return unit === "ohm" ? ohmsSigma(p) : voltsSigma(p);
}
