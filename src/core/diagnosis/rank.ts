import type { Evidence } from "../job/fold";
import { type Hypothesis, hypothesesOf, hypothesisId, remaining } from "./hypotheses";
import { evidenceLikelihood } from "./likelihood";
import type { Predictor } from "./predict";

/** How one entry speaks for (+) or against (−) a suspect, in bans (powers of ten) against the average of all suspects. */
export interface Weight {
  readonly entry: string;
  readonly bans: number;
}

export interface Suspect {
  readonly hypothesis: Hypothesis;
  /** Posterior that this was the trouble, 0 to 1. */
  readonly probability: number;
  readonly weights: readonly Weight[];
}

export interface Ranking {
  /** All suspects, likeliest first. */
  readonly suspects: readonly Suspect[];
  /** Posterior that the units fitted so far have put everything right. */
  readonly fixed: number;
}

/** A machine with its hypotheses and its predictor, made once and used for every ranking. */
export interface Bench {
  readonly predictor: Predictor;
  readonly hypotheses: readonly Hypothesis[];
}

export const benchOf = (predictor: Predictor): Bench => ({ predictor, hypotheses: hypothesesOf(predictor.machine) });

/** log P(entry | hypothesis) for every entry, in the order of the bench's hypotheses. An entry made after a repair is held against the faults that it left. */
export function likelihoodTable({ predictor, hypotheses }: Bench, evidence: readonly Evidence[]): Float64Array[] {
  return evidence.map((e) => {
    const known = new Map<string, number>();
    return Float64Array.from(hypotheses, (h) => {
      const faults = remaining(predictor.machine, h.faults, e.fitted);
      const key = hypothesisId(faults);
      let log = known.get(key);
      if (log === undefined) {
        log = Math.log(Math.max(evidenceLikelihood(predictor, faults, e), 1e-12));
        known.set(key, log);
      }
      return log;
    });
  });
}

/** Posterior of every hypothesis by Bayes: prior × Π P(entry | hypothesis), entries independent given the hypothesis. */
export function rank(bench: Bench, evidence: readonly Evidence[], fitted: readonly string[] = []): Ranking {
  const { predictor, hypotheses } = bench;
  const logPosterior = hypotheses.map((h) => Math.log(h.prior));
  const perEntry = likelihoodTable(bench, evidence).map((log, k) => {
    const before = softmax(logPosterior);
    const mean = log.reduce((sum, l, i) => sum + (before[i] as number) * Math.exp(l), 0);
    log.forEach((l, i) => {
      logPosterior[i] = (logPosterior[i] as number) + l;
    });
    return { entry: evidence[k]?.entry ?? "", log, mean: Math.log(Math.max(mean, 1e-12)) };
  });
  const posterior = softmax(logPosterior);
  const suspects = hypotheses
    .map((hypothesis, i) => ({
      hypothesis,
      probability: posterior[i] as number,
      weights: perEntry.map((p) => ({ entry: p.entry, bans: ((p.log[i] as number) - p.mean) / Math.LN10 })),
    }))
    .sort((a, b) => b.probability - a.probability);
  const fixed = suspects.reduce(
    (sum, s) => sum + (remaining(predictor.machine, s.hypothesis.faults, fitted).length === 0 ? s.probability : 0),
    0,
  );
  return { suspects, fixed };
}

export function softmax(logs: readonly number[]): number[] {
  const top = Math.max(...logs);
  const raw = logs.map((l) => Math.exp(l - top));
  const sum = raw.reduce((a, b) => a + b, 0);
  return raw.map((r) => r / sum);
}
