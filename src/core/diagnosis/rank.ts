import type { Evidence } from "../job/fold";
import type { Fault } from "../machine/fault";
import { type Hypothesis, hypothesesOf, hypothesisId, remaining } from "./hypotheses";
import { likelihoodsOf } from "./likelihood";
import type { Predictor } from "./predict";

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
  /** Posterior of each hypothesis, in the bench's order. */
  readonly posterior: Float64Array;
  /** All suspects, likeliest first. */
  readonly suspects: readonly Suspect[];
  /** Posterior that the units fitted so far have put everything right. */
  readonly fixed: number;
}

/** A machine with its hypotheses and its predictor, made once and used for every ranking. */
export class Bench {
  readonly hypotheses: readonly Hypothesis[];
  /** Faults of each hypothesis. */
  readonly faults: readonly (readonly Fault[])[];
  readonly logPrior: Float64Array;
  /** Suspect number of each hypothesis. */
  readonly suspectOf: Int32Array;
  readonly suspects: number;
  private readonly index: ReadonlyMap<string, number>;
  private readonly lefts = new Map<string, Int32Array>();
  private readonly columns = new Map<string, Float64Array>();

  /** Without `pairs` it is ready sooner: a quarter of the hypotheses, nearly all of the probability. */
  constructor(
    readonly predictor: Predictor,
    options: { readonly pairs?: boolean } = {},
  ) {
    this.hypotheses = hypothesesOf(predictor.machine, options);
    this.faults = this.hypotheses.map((h) => h.faults);
    this.logPrior = Float64Array.from(this.hypotheses, (h) => Math.log(h.prior));
    const numbers = new Map<string, number>();
    this.suspectOf = Int32Array.from(this.hypotheses, (h) => {
      const n = numbers.get(h.suspect) ?? numbers.size;
      numbers.set(h.suspect, n);
      return n;
    });
    this.suspects = numbers.size;
    this.index = new Map(this.hypotheses.map((h, i) => [h.id, i]));
  }

  /** Number of the hypothesis “nothing wrong”. */
  get healthy(): number {
    return this.index.get("") as number;
  }

  /** For each hypothesis, the number of the one that says what is left of it after these units were fitted. */
  left(fitted: readonly string[]): Int32Array {
    const key = [...new Set(fitted)].sort().join();
    let left = this.lefts.get(key);
    if (!left) {
      left = Int32Array.from(this.hypotheses, (h, i) => {
        const faults = remaining(this.predictor.machine, h.faults, fitted);
        return faults === h.faults ? i : (this.index.get(hypothesisId(faults)) as number);
      });
      this.lefts.set(key, left);
    }
    return left;
  }

  /** log P(entry | hypothesis), in the order of the hypotheses. An entry made after a repair is held against what it left. */
  column({ finding, source, fitted }: Evidence): Float64Array {
    const fresh = this.freshColumn(finding, source);
    if (fitted.length === 0) return fresh;
    const left = this.left(fitted);
    return fresh.map((_, i) => fresh[left[i] as number] as number);
  }

  private freshColumn(finding: Evidence["finding"], source: Evidence["source"]): Float64Array {
    const key = `${source}${JSON.stringify(finding)}`;
    let column = this.columns.get(key);
    if (!column) {
      column = likelihoodsOf(this.predictor, this.faults, finding, source);
      for (let i = 0; i < column.length; i++) column[i] = Math.log(Math.max(column[i] as number, 1e-12));
      if (this.columns.size > MOST_COLUMNS) this.columns.clear();
      this.columns.set(key, column);
    }
    return column;
  }
}

/** Columns kept: more than the longest job has entries. */
const MOST_COLUMNS = 600;

export const benchOf = (predictor: Predictor, options: { readonly pairs?: boolean } = {}): Bench => new Bench(predictor, options);

/** Posterior of every hypothesis by Bayes: prior × Π P(entry | hypothesis), entries independent given the hypothesis. */
export function rank(bench: Bench, evidence: readonly Evidence[], fitted: readonly string[] = []): Ranking {
  const n = bench.hypotheses.length;
  const logs = Float64Array.from(bench.logPrior);
  const columns = evidence.map((e) => bench.column(e));
  for (const column of columns) for (let i = 0; i < n; i++) logs[i] = (logs[i] as number) + (column[i] as number);
  const posterior = softmax(logs);
  const left = bench.left(fitted);
  let fixed = 0;
  for (let i = 0; i < n; i++) if (left[i] === bench.healthy) fixed += posterior[i] as number;
  return { posterior, suspects: suspectsOf(bench, posterior, weightsBy(bench, evidence, columns)), fixed };
}

/** Weights of the entries for a hypothesis; what they are held against is worked out when they are first asked for. */
function weightsBy(bench: Bench, evidence: readonly Evidence[], columns: readonly Float64Array[]): (i: number) => Weight[] {
  let means: number[] | undefined;
  return (i) => {
    means ??= meansOf(bench, columns);
    return evidence.map((e, k) => ({
      entry: e.entry,
      bans: (((columns[k] as Float64Array)[i] as number) - (means?.[k] as number)) / Math.LN10,
    }));
  };
}

/** log of the average likelihood of each entry, over the belief before it. */
function meansOf(bench: Bench, columns: readonly Float64Array[]): number[] {
  const logs = Float64Array.from(bench.logPrior);
  return columns.map((column) => {
    const before = softmax(logs);
    let mean = 0;
    for (let i = 0; i < logs.length; i++) {
      mean += (before[i] as number) * Math.exp(column[i] as number);
      logs[i] = (logs[i] as number) + (column[i] as number);
    }
    return Math.log(Math.max(mean, 1e-12));
  });
}

function suspectsOf(bench: Bench, posterior: Float64Array, weightsFor: (i: number) => Weight[]): Suspect[] {
  const total = new Float64Array(bench.suspects);
  const best = new Int32Array(bench.suspects).fill(-1);
  for (let i = 0; i < posterior.length; i++) {
    const s = bench.suspectOf[i] as number;
    const p = posterior[i] as number;
    total[s] = (total[s] as number) + p;
    if (best[s] === -1 || p > (posterior[best[s] as number] as number)) best[s] = i;
  }
  const order = new Int32Array(bench.suspects);
  for (let s = 0; s < order.length; s++) order[s] = s;
  order.sort((a, b) => (total[b] as number) - (total[a] as number));
  const suspects: Suspect[] = [];
  for (const s of order) {
    const i = best[s] as number;
    suspects.push({
      hypothesis: bench.hypotheses[i] as Hypothesis,
      probability: total[s] as number,
      get weights() {
        return weightsFor(i);
      },
    });
  }
  return suspects;
}

/** Written as loops: it runs over every hypothesis at every entry, and a typed array's own map is many times slower. */
export function softmax(logs: ArrayLike<number>): Float64Array {
  let top = -Infinity;
  for (let i = 0; i < logs.length; i++) if ((logs[i] as number) > top) top = logs[i] as number;
  const raw = new Float64Array(logs.length);
  let sum = 0;
  for (let i = 0; i < raw.length; i++) {
    const x = Math.exp((logs[i] as number) - top);
    raw[i] = x;
    sum += x;
  }
  for (let i = 0; i < raw.length; i++) raw[i] = (raw[i] as number) / sum;
  return raw;
}
