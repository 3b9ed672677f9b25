import fc from "fast-check";
import { expect, test } from "vitest";
import { item } from "../../../src/core/model/array/at";
import { afterClass, CostToGo, chancesOf, compact } from "../../../src/core/reason/planning/cost-to-go";
import type { RepairGroup } from "../../../src/core/reason/planning/repairs";

const HYPOTHESES = 12;
const CLASSES = 3;

/** Weights of some hypotheses, what puts each right, and a test with a few different rows. */
const situation = fc.record({
  weights: fc.array(fc.integer({ min: 20, max: 1000 }), { minLength: HYPOTHESES, maxLength: HYPOTHESES }),
  repairs: fc.array(fc.nat(3), { minLength: HYPOTHESES, maxLength: HYPOTHESES }),
  minutes: fc.array(fc.integer({ min: 5, max: 90 }), { minLength: 4, maxLength: 4 }),
  rows: fc.array(fc.array(fc.integer({ min: 1, max: 50 }), { minLength: CLASSES, maxLength: CLASSES }), { minLength: 1, maxLength: 5 }),
  rowOf: fc.array(fc.nat(100), { minLength: HYPOTHESES, maxLength: HYPOTHESES }),
});

function made({ weights, repairs, minutes, rows, rowOf }: typeof situation extends fc.Arbitrary<infer S> ? S : never) {
  const total = weights.reduce((a, b) => a + b, 0);
  const weight = Float64Array.from(weights, (w) => w / total);
  const belief = { active: Int32Array.from(weights.keys()), weight, hypotheses: [], slips: 0 };
  const groups = minutes.map(
    (m, g): RepairGroup => ({ assemblies: [`a${g}`], minutes: m, members: [...repairs.keys()].filter((k) => repairs[k] === g) }),
  );
  const shares = rows.map((r) => r.map((x) => x / r.reduce((a, b) => a + b, 0)));
  const outcomes = {
    classes: Array.from({ length: CLASSES }, (_, c) => ({ kind: "answer", value: `${c}` }) as const),
    row: Uint16Array.from(rowOf, (r) => r % rows.length),
    shares: Float64Array.from(shares.flat()),
  };
  return { weight, repairs, minutes, costs: new CostToGo(belief, groups), own: compact(outcomes, belief) };
}

test("a test is worth what its outcomes are worth one by one; knowing never costs more than not knowing", () => {
  fc.assert(
    fc.property(situation, (s) => {
      const { weight, costs, own } = made(s);
      const branches = Array.from({ length: CLASSES }, (_, c) => afterClass(weight, own, c));
      const oneByOne = branches.reduce((sum, w) => sum + costs.repairsOnly(w), 0);
      expect(costs.afterTest(weight, own)).toBeCloseTo(oneByOne, 9);
      expect(costs.afterTest(weight, own)).toBeCloseTo(oneByOne, 9);
      expect(oneByOne).toBeLessThanOrEqual(costs.repairsOnly(weight) * 1.05);
      const chances = chancesOf(weight, own);
      for (const [c, branch] of branches.entries())
        expect(chances[c]).toBeCloseTo(
          branch.reduce((a, b) => a + b, 0),
          9,
        );
    }),
  );
});

test("repairs are tried in the order that costs least of all orders", () => {
  const orders = (list: readonly number[]): number[][] =>
    list.length === 0 ? [[]] : list.flatMap((x) => orders(list.filter((y) => y !== x)).map((rest) => [x, ...rest]));
  fc.assert(
    fc.property(situation, (s) => {
      const { weight, repairs, minutes, costs } = made(s);
      const mass = minutes.map((_, g) => repairs.reduce((sum, r, k) => sum + (r === g ? (weight[k] ?? 0) : 0), 0));
      const costOf = (order: readonly number[]) => {
        let [left, cost] = [1, 0];
        for (const g of order.filter((x) => item(mass, x) > 0)) {
          cost += left * item(minutes, g);
          left -= item(mass, g);
        }
        return cost;
      };
      const best = Math.min(...orders([0, 1, 2, 3]).map(costOf));
      expect(costs.repairsOnly(weight)).toBeGreaterThan(best * 0.99);
      expect(costs.repairsOnly(weight)).toBeLessThan(best * 1.01 + 1e-9);
    }),
  );
});
