import { real, small, whole } from "../../model/array/at";
import type { Belief } from "./belief";
import type { RepairGroup } from "./repairs";
import type { Outcomes } from "./tests/outcomes";

/** A test over the active hypotheses only: the row of each, and P(class) in each row. */
export interface CompactTest {
  readonly row: Uint16Array;
  /** P(class) row after row. */
  readonly shares: Float64Array;
  readonly classes: number;
}

/** A test that could be the next one, with its minutes. */
export interface PricedTest extends CompactTest {
  readonly minutes: number;
}

/** Repairs less likely than this together count as one more, tried last of all. */
const SLIGHT = 4e-4;
/** And those that are less likely than this after some test. */
const HARDLY = 1e-3;

/**
 * Expected minutes until it runs, for weights over the active hypotheses: repairs in the order of probability per minute,
 * which is the best order when each shows at once whether it was the one (Kadane & Simon 1977). Keeps its buffers: it is
 * asked thousands of times a step.
 */
export class CostToGo {
  private readonly minutes: Float64Array;
  private readonly sums: Float64Array;
  private readonly rates: Float64Array;
  private readonly order: Int32Array;
  private readonly groupOf: Int32Array;
  /** Weight of each row in each group, for the test that is looked at; all 0 in between. Then the few places where it is not, one by one. */
  private inRow = new Float64Array(0);
  private met = new Int32Array(0);
  private metWeight = new Float64Array(0);
  private metGroup = new Int32Array(0);
  private metRow = new Int32Array(0);

  constructor(
    readonly belief: Belief,
    readonly groups: readonly RepairGroup[],
  ) {
    const { weight } = belief;
    const chance = (g: RepairGroup) => g.members.reduce((sum, k) => sum + real(weight, k), 0);
    const likely = groups.filter((g) => chance(g) > SLIGHT);
    const slight = groups.filter((g) => !likely.includes(g));
    this.groupOf = new Int32Array(belief.active.length).fill(likely.length);
    likely.forEach((g, n) => {
      for (const k of g.members) this.groupOf[k] = n;
    });
    const last = slight.reduce((most, g) => Math.max(most, g.minutes), 0) + likely.reduce((sum, g) => sum + g.minutes, 0) / 4;
    this.minutes = Float64Array.from([...likely.map((g) => g.minutes), last]);
    this.sums = new Float64Array(this.minutes.length);
    this.rates = new Float64Array(this.minutes.length);
    this.order = new Int32Array(this.minutes.length);
  }

  /** By repairs alone, the best first. Weighted like `weight`. */
  repairsOnly(weight: Float64Array): number {
    const { sums, groupOf } = this;
    sums.fill(0);
    for (let k = 0; k < weight.length; k++) add(sums, whole(groupOf, k), real(weight, k));
    return this.inOrder();
  }

  /** By this test and then by repairs alone; stops counting at `most`. */
  afterTest(weight: Float64Array, { row, shares, classes }: CompactTest, most = Number.POSITIVE_INFINITY): number {
    const { sums, groupOf } = this;
    const groups = sums.length;
    this.grow((shares.length / Math.max(1, classes)) * groups);
    const { inRow, met, metWeight, metGroup, metRow } = this;
    let n = 0;
    for (let k = 0; k < weight.length; k++) {
      const w = real(weight, k);
      if (w === 0) continue;
      const at = small(row, k) * groups + whole(groupOf, k);
      const before = real(inRow, at);
      if (before === 0) met[n++] = at;
      inRow[at] = before + w;
    }
    for (let i = 0; i < n; i++) {
      const at = whole(met, i);
      const r = (at / groups) | 0;
      metRow[i] = r * classes;
      metGroup[i] = at - r * groups;
      metWeight[i] = real(inRow, at);
      inRow[at] = 0;
    }
    let total = 0;
    for (let c = 0; c < classes && total < most; c++) {
      sums.fill(0);
      for (let i = 0; i < n; i++) add(sums, whole(metGroup, i), real(shares, whole(metRow, i) + c) * real(metWeight, i));
      total += this.inOrder();
    }
    return total;
  }

  private grow(size: number): void {
    if (this.inRow.length >= size) return;
    this.inRow = new Float64Array(size);
    this.metWeight = new Float64Array(size);
    [this.met, this.metGroup, this.metRow] = [new Int32Array(size), new Int32Array(size), new Int32Array(size)];
  }

  /** Insertion sort by rate: few repairs are left in question. Those that hardly are come last, as one. */
  private inOrder(): number {
    const { sums, rates, minutes, order } = this;
    let n = 0;
    let left = 0;
    for (let g = 0; g < sums.length; g++) left += real(sums, g);
    const least = left * HARDLY;
    let last = 0;
    for (let g = 0; g < sums.length; g++) {
      const sum = real(sums, g);
      if (sum <= least) {
        if (sum > 0 && real(minutes, g) > last) last = real(minutes, g);
        continue;
      }
      const rate = sum / real(minutes, g);
      let at = n++;
      while (at > 0 && real(rates, at - 1) < rate) {
        rates[at] = real(rates, at - 1);
        order[at] = whole(order, at - 1);
        at--;
      }
      rates[at] = rate;
      order[at] = g;
    }
    let total = 0;
    for (let i = 0; i < n; i++) {
      const g = whole(order, i);
      total += left * real(minutes, g);
      left -= real(sums, g);
    }
    return total + Math.max(0, left) * last;
  }

  /** By one more of these tests where that pays, then repairs alone. */
  oneMoreTest(weight: Float64Array, tests: readonly PricedTest[]): number {
    let best = this.repairsOnly(weight);
    let mass = 0;
    for (let k = 0; k < weight.length; k++) mass += real(weight, k);
    for (const test of tests) {
      const own = test.minutes * mass;
      if (own < best) best = Math.min(best, own + this.afterTest(weight, test, best - own));
    }
    return best;
  }
}

function add(sums: Float64Array, at: number, x: number): void {
  sums[at] = real(sums, at) + x;
}

/** A test’s rows for the hypotheses that still matter; its outcome errs as other entries of the job do. */
export function compact({ row, shares, classes: { length } }: Outcomes, { active, slips }: Belief): CompactTest {
  const own = new Uint16Array(active.length);
  for (let k = 0; k < active.length; k++) own[k] = small(row, whole(active, k));
  return { row: own, shares: slips > 0 ? shares.map((s) => (1 - slips) * s + slips / length) : shares, classes: length };
}

/** P(class) of a test, class by class, for weights that add up to 1. */
export function chancesOf(weight: Float64Array, { row, shares, classes }: CompactTest): number[] {
  const inRow = new Float64Array(shares.length / Math.max(1, classes));
  for (let k = 0; k < weight.length; k++) add(inRow, small(row, k), real(weight, k));
  return Array.from({ length: classes }, (_, c) => inRow.reduce((sum, w, r) => sum + w * real(shares, r * classes + c), 0));
}

/** Weights that are left after this class of the test came out. */
export function afterClass(weight: Float64Array, { row, shares, classes }: CompactTest, c: number): Float64Array {
  const product = new Float64Array(weight.length);
  for (let k = 0; k < weight.length; k++) product[k] = real(weight, k) * real(shares, small(row, k) * classes + c);
  return product;
}
