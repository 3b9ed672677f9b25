import { item, real, whole } from "../array/at";
import type { Evidence } from "../job/state";
import type { Hypothesis } from "./hypotheses";
import { softmax } from "./softmax";
import { LEAST_LIKELIHOOD, type SuspectSet } from "./suspect-set";

/** How one entry speaks for (+) or against (−) a suspect, in bans (powers of ten) against the average of all suspects. */
export interface Weight {
  readonly entry: string;
  readonly bans: number;
}

/** Hypotheses that differ only in how far something has drifted, as one. */
export interface Suspect {
  /** The likeliest of them. */
  readonly hypothesis: Hypothesis;
  /** Posterior that this was the trouble, 0 to 1. */
  readonly probability: number;
  readonly weights: readonly Weight[];
}

export interface Ranking {
  /** Posterior of each hypothesis, in the order of the set. */
  readonly posterior: Float64Array;
  /** All suspects, likeliest first. */
  readonly suspects: readonly Suspect[];
  /** Posterior that what was fitted so far has put everything right. */
  readonly fixed: number;
}

/** Posterior of every hypothesis by Bayes: prior × Π P(finding | hypothesis), findings independent given the hypothesis. */
export function rank(set: SuspectSet, evidence: readonly Evidence[], fitted: readonly string[] = []): Ranking {
  const columns = evidence.map((e) => set.column(e));
  const posterior = softmax(summed(set.logPrior, columns));
  const left = set.left(fitted);
  let fixed = 0;
  for (let i = 0; i < posterior.length; i++) if (whole(left, i) === set.healthy) fixed += real(posterior, i);
  return { posterior, suspects: suspectsOf(set, posterior, weightsBy(set, evidence, columns)), fixed };
}

function summed(first: Float64Array, columns: readonly Float64Array[]): Float64Array {
  const logs = Float64Array.from(first);
  for (const column of columns) for (let i = 0; i < logs.length; i++) logs[i] = real(logs, i) + real(column, i);
  return logs;
}

/** Weights of the entries for a hypothesis; what they are held against is worked out when they are first asked for. */
function weightsBy(set: SuspectSet, evidence: readonly Evidence[], columns: readonly Float64Array[]): (i: number) => Weight[] {
  let means: number[] | undefined;
  return (i) => {
    const known = means ?? meansOf(set, columns);
    means = known;
    return evidence.map((e, k) => ({ entry: e.entry, bans: (real(item(columns, k), i) - item(known, k)) / Math.LN10 }));
  };
}

/** log of the average likelihood of each entry, over the belief before it. */
function meansOf(set: SuspectSet, columns: readonly Float64Array[]): number[] {
  const logs = Float64Array.from(set.logPrior);
  return columns.map((column) => {
    const before = softmax(logs);
    let mean = 0;
    for (let i = 0; i < logs.length; i++) {
      mean += real(before, i) * Math.exp(real(column, i));
      logs[i] = real(logs, i) + real(column, i);
    }
    return Math.log(Math.max(mean, LEAST_LIKELIHOOD));
  });
}

function suspectsOf(set: SuspectSet, posterior: Float64Array, weightsFor: (i: number) => Weight[]): Suspect[] {
  const { total, best } = bySuspect(set, posterior);
  const order = Int32Array.from({ length: set.suspects }, (_, s) => s).sort((a, b) => real(total, b) - real(total, a));
  return Array.from(order, (s): Suspect => {
    const i = whole(best, s);
    return {
      hypothesis: item(set.hypotheses, i),
      probability: real(total, s),
      get weights() {
        return weightsFor(i);
      },
    };
  });
}

/** Posterior of each suspect, and the number of its likeliest hypothesis. */
function bySuspect(set: SuspectSet, posterior: Float64Array): { total: Float64Array; best: Int32Array } {
  const total = new Float64Array(set.suspects);
  const best = new Int32Array(set.suspects).fill(-1);
  for (let i = 0; i < posterior.length; i++) {
    const s = whole(set.suspectOf, i);
    const p = real(posterior, i);
    const leads = whole(best, s);
    total[s] = real(total, s) + p;
    if (leads === -1 || p > real(posterior, leads)) best[s] = i;
  }
  return { total, best };
}
