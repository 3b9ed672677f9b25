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

/**
 * Posterior of every hypothesis by Bayes: prior × Π P(entry | hypothesis), entries independent given the hypothesis.
 * An entry made after a repair is held against the faults that the repair left.
 */
export function rank({ predictor, hypotheses }: Bench, evidence: readonly Evidence[], fitted: readonly string[] = []): Ranking {
  const n = hypotheses.length;
  const logPosterior = hypotheses.map((h) => Math.log(h.prior));
  const perEntry: { entry: string; log: Float64Array; mean: number }[] = [];
  for (const e of evidence) {
    const log = new Float64Array(n);
    const known = new Map<string, number>();
    const before = softmax(logPosterior);
    let mean = 0;
    for (let i = 0; i < n; i++) {
      const faults = remaining(predictor.machine, (hypotheses[i] as Hypothesis).faults, e.fitted);
      const key = hypothesisId(faults);
      let value = known.get(key);
      if (value === undefined) {
        value = evidenceLikelihood(predictor, faults, e);
        known.set(key, value);
      }
      log[i] = Math.log(Math.max(value, 1e-12));
      mean += (before[i] as number) * value;
    }
    perEntry.push({ entry: e.entry, log, mean: Math.log(Math.max(mean, 1e-12)) });
    for (let i = 0; i < n; i++) logPosterior[i] = (logPosterior[i] as number) + (log[i] as number);
  }
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

function softmax(logs: readonly number[]): number[] {
  const top = Math.max(...logs);
  const raw = logs.map((l) => Math.exp(l - top));
  const sum = raw.reduce((a, b) => a + b, 0);
  return raw.map((r) => r / sum);
}
