import { contradiction } from "../core/diagnosis/contradiction";
import { currentPaths } from "../core/diagnosis/current-path";
import { marksOf } from "../core/diagnosis/marks";
import type { Ranking } from "../core/diagnosis/rank";
import { strangeEntries } from "../core/diagnosis/strange";
import type { SuspectSet } from "../core/diagnosis/suspect-set";
import { ohmsSigma } from "../core/finding/kinds/ohms";
import { voltsSigma } from "../core/finding/kinds/volts";
import { assembliesFitted } from "../core/job/state";
import type { Fault } from "../core/machine/fault";
import type { Prediction } from "../core/prediction/prediction";
import type { Probing } from "../core/prediction/predictor";
import type { Asked, Foresight, RankedSuspect, Standing } from "./engine.protocol";

const MOST_SHOWN = 12;
const LEAST_SHOWN = 0.002;
const MOST_FORESEEN = 4;

export function standingOf(set: SuspectSet, pairs: boolean, ranking: Ranking, job: Asked): Standing {
  const fitted = assembliesFitted(job);
  const clash = contradiction(set, job);
  const shown = ranking.suspects
    .filter((s, i) => i < MOST_SHOWN && s.probability > LEAST_SHOWN)
    .map(({ hypothesis, probability, weights }): RankedSuspect => ({ hypothesis, probability, weights }));
  return {
    suspects: shown,
    rest: { count: ranking.suspects.length - shown.length, share: 1 - ranking.outside - shown.reduce((sum, s) => sum + s.probability, 0) },
    outside: ranking.outside,
    strange: strangeEntries(set, job.evidence).map((s) => s.entry),
    marks: marksOf(set, ranking, fitted),
    fixed: fitted.length > 0 ? ranking.fixed : 0,
    paths: currentPaths(set, ranking, job.evidence),
    hypotheses: set.hypotheses.length,
    pairs,
    ...(clash && { contradiction: clash }),
  };
}

/** What a healthy machine and the leading suspects would read at a place. */
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
