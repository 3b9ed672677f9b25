import type { Belief } from "./belief";
import type { Outcomes } from "./outcomes";
import { type RepairGroup, repairOnlyMinutes } from "./repairs";

/** P(class | hypothesis) over the active hypotheses only, with the minutes of the test. */
export interface CompactTest {
  readonly minutes: number;
  readonly share: readonly Float64Array[];
}

/** Expected minutes until it runs, for weights over the active hypotheses. Keeps its buffers: it is asked thousands of times a step. */
export class CostToGo {
  private readonly minutes: Float64Array;
  private readonly sums: Float64Array;
  private readonly groupOf: Int32Array;

  constructor(
    readonly belief: Belief,
    readonly groups: readonly RepairGroup[],
  ) {
    this.minutes = Float64Array.from(groups, (g) => g.minutes);
    this.sums = new Float64Array(groups.length);
    this.groupOf = new Int32Array(belief.active.length);
    groups.forEach((g, k) => {
      for (const i of g.members) this.groupOf[i] = k;
    });
  }

  /** By repairs alone, the best first. Weighted like `weight`; `share` multiplies it. */
  repairsOnly(weight: Float64Array, share?: Float64Array): number {
    this.sums.fill(0);
    for (let k = 0; k < weight.length; k++) {
      const g = this.groupOf[k] as number;
      this.sums[g] = (this.sums[g] as number) + (weight[k] as number) * (share ? (share[k] as number) : 1);
    }
    return repairOnlyMinutes(this.minutes, this.sums);
  }

  /** By one more of these tests where that pays, then repairs alone. */
  oneMoreTest(weight: Float64Array, tests: readonly CompactTest[]): number {
    let best = this.repairsOnly(weight);
    let mass = 0;
    for (let k = 0; k < weight.length; k++) mass += weight[k] as number;
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

export function compact({ share }: Outcomes, minutes: number, { active }: Belief): CompactTest {
  return { minutes, share: share.map((s) => Float64Array.from(active, (i) => s[i] as number)) };
}

export const times = (weight: Float64Array, share: Float64Array): Float64Array => weight.map((w, k) => w * (share[k] as number));
