import { item, real, whole } from "../../model/array/at";
import { logSum, softmax, summed } from "../../model/array/logs";
import { repairOf, replaces } from "../../model/machine/assembly";
import type { Evidence } from "../../record/job/state";
import type { Hypothesis } from "./hypotheses";
import { outsideLog } from "./outside";
import { type ShareBand, shareBand } from "./spread";
import { LEAST_LIKELIHOOD, type SuspectSet } from "./suspect-set";

/** Says how one entry speaks for (+) or against (−) a suspect, in bans (powers of ten) against the average of all suspects. */
export interface Weight {
  readonly entry: string;
  readonly bans: number;
}

/** Hypotheses that differ only in how far something has drifted, as one. */
interface Suspect {
  /** The likeliest of them. */
  readonly hypothesis: Hypothesis;
  /** Posterior that this was the trouble, 0 to 1. */
  readonly probability: number;
  /** Where that lies when base rates are off by as much as they may be. */
  readonly band: ShareBand;
  readonly weights: readonly Weight[];
}

export interface Ranking {
  /** Posterior of each hypothesis, in the order of the set; with `outside` they add up to 1. */
  readonly posterior: Float64Array;
  /** Posterior chance the fault isn't on the wiring sheet. */
  readonly outside: number;
  /** For each hypothesis, the chance that what was fitted or put right for it did not help: a new part that is bad, a fuse that blew again. */
  readonly stuck: Float64Array;
  /** Share of the entries that seem to be slips, beyond the usual errors. */
  readonly slips: number;
  /** All suspects, likeliest first. */
  readonly suspects: readonly Suspect[];
  /** Posterior that what was fitted so far has put everything right. */
  readonly fixed: number;
}

/** Chance that a new part is bad, or blew again; and that what was cleared, set or remade is as it was (est.). */
const BAD_NEW = 0.02;
const UNCHANGED = 0.04;

/**
 * Posterior of every hypothesis by Bayes: prior × Π P(finding | hypothesis), findings independent given the hypothesis but for the meter's leads, how
 * often people err on this job, and repeats. What was fitted may not have helped.
 */
export function rank(set: SuspectSet, evidence: readonly Evidence[], fitted: readonly string[] = []): Ranking {
  const slips = set.slipsOf(evidence);
  const records = {
    helped: evidence,
    unhelped: evidence.map((e) => (e.fitted.length === 0 ? e : { ...e, fitted: fittedTwice(e.fitted) })),
  };
  const { logs, stuck } = weighed(set, records, fitted, slips);
  // That the model lacks the trouble, and that all is put right, is held against people who err no more than usual: else what speaks against it would pass
  // for their slips.
  const strict = weighed(set, records, fitted, 0);
  const outside = 1 / (1 + Math.exp(logSum(strict.logs) - outsideLog(set, evidence)));
  const left = set.left(fitted);
  const twice = set.left(fittedTwice(fitted));
  const posterior = softmax(logs);
  const strictly = softmax(strict.logs);
  let fixed = 0;
  for (let i = 0; i < posterior.length; i++) {
    posterior[i] = real(posterior, i) * (1 - outside);
    const p = real(strictly, i) * (1 - outside);
    if (whole(left, i) === set.healthy) fixed += p * (1 - real(strict.stuck, i));
    if (whole(twice, i) === set.healthy) fixed += p * real(strict.stuck, i);
  }
  return {
    posterior,
    outside,
    stuck,
    slips,
    suspects: suspectsOf(set, posterior, outside, weightsBy(set, evidence, set.columns(evidence, slips))),
    fixed,
  };
}

/** log of prior × likelihood of each hypothesis when such a share of the entries are slips; and the chance that what was done for it did not help. */
function weighed(
  set: SuspectSet,
  { helped, unhelped }: { readonly helped: readonly Evidence[]; readonly unhelped: readonly Evidence[] },
  fitted: readonly string[],
  slips: number,
): { logs: Float64Array; stuck: Float64Array } {
  const logs = summed(set.logPrior, set.columns(helped, slips));
  const stuck = new Float64Array(logs.length);
  if (fitted.length > 0) withStuck(set, logs, summed(set.logPrior, set.columns(unhelped, slips)), fitted, stuck);
  return { logs, stuck };
}

/** Gives what was fitted more than once: the first did not help, the second may have. */
export const fittedTwice = (fitted: readonly string[]): string[] => [...new Set(fitted.filter((f, i) => fitted.indexOf(f) !== i))];

/** Adds, for each hypothesis that was worked on, that the work changed nothing. */
function withStuck(set: SuspectSet, logs: Float64Array, unhelped: Float64Array, fitted: readonly string[], stuck: Float64Array): void {
  const { machine } = set.predictor;
  const left = set.left(fitted);
  const rework = new Set(fitted.filter((f) => !replaces(repairOf(machine, f))));
  for (let i = 0; i < logs.length; i++) {
    if (whole(left, i) === i) continue;
    const chance = item(set.hypotheses, i).assemblies.some((a) => rework.has(a)) ? UNCHANGED : BAD_NEW;
    const helped = Math.log(1 - chance) + real(logs, i);
    const not = Math.log(chance) + real(unhelped, i);
    const both = logSum(Float64Array.of(helped, not));
    logs[i] = both;
    stuck[i] = Math.exp(not - both);
  }
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

function suspectsOf(set: SuspectSet, posterior: Float64Array, outside: number, weightsFor: (i: number) => Weight[]): Suspect[] {
  const { total, best } = bySuspect(set, posterior);
  const squares = total.reduce((sum, share) => sum + share ** 2, outside ** 2);
  const order = Int32Array.from({ length: set.suspects }, (_, s) => s).sort((a, b) => real(total, b) - real(total, a));
  return Array.from(order, (s): Suspect => {
    const i = whole(best, s);
    return {
      hypothesis: item(set.hypotheses, i),
      probability: real(total, s),
      get band() {
        return shareBand(real(total, s), squares);
      },
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
