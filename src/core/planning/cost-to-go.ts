import { real, whole } from "../array/at";
import type { Belief } from "./belief";
import type { Outcomes } from "./outcomes";
import type { RepairGroup } from "./repairs";

/** P(class | hypothesis) over the active hypotheses only, with the minutes of the test. */
export interface CompactTest {
  readonly minutes: number;
  readonly share: readonly Float64Array[];
}

/** Repairs less likely than this together count as one more, tried last of all. */
const SLIGHT = 4e-4;

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

  /** By repairs alone, the best first. Weighted like `weight`; `share` multiplies it. */
  repairsOnly(weight: Float64Array, share?: Float64Array): number {
    const { sums, groupOf } = this;
    sums.fill(0);
    if (share) for (let k = 0; k < weight.length; k++) add(sums, whole(groupOf, k), real(weight, k) * real(share, k));
    else for (let k = 0; k < weight.length; k++) add(sums, whole(groupOf, k), real(weight, k));
    return this.inOrder();
  }

  /** Insertion sort by rate: the list is short and nearly always in much the same order. */
  private inOrder(): number {
    const { sums, rates, minutes, order } = this;
    let n = 0;
    let left = 0;
    for (let g = 0; g < sums.length; g++) {
      const sum = real(sums, g);
      if (sum <= 0) continue;
      left += sum;
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
    return total;
  }

  /** By one more of these tests where that pays, then repairs alone. */
  oneMoreTest(weight: Float64Array, tests: readonly CompactTest[]): number {
    let best = this.repairsOnly(weight);
    let mass = 0;
    for (let k = 0; k < weight.length; k++) mass += real(weight, k);
    for (const test of tests) {
      let value = test.minutes * mass;
      for (const share of test.share) {
        if (value >= best) break;
        value += this.repairsOnly(weight, share);
      }
      if (value < best) best = value;
    }
    return best;
  }
}

function add(sums: Float64Array, at: number, x: number): void {
  sums[at] = real(sums, at) + x;
}

/** Written as loops: Float64Array.from with a function is ten times slower, and this runs for every test at every step. */
export function compact({ share }: Outcomes, minutes: number, { active }: Belief): CompactTest {
  return {
    minutes,
    share: share.map((s) => {
      const compacted = new Float64Array(active.length);
      for (let k = 0; k < active.length; k++) compacted[k] = real(s, whole(active, k));
      return compacted;
    }),
  };
}

export function times(weight: Float64Array, share: Float64Array): Float64Array {
  const product = new Float64Array(weight.length);
  for (let k = 0; k < weight.length; k++) product[k] = real(weight, k) * real(share, k);
  return product;
}
