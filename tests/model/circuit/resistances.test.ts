import fc from "fast-check";
import { expect, test } from "vitest";
import { real } from "../../../src/core/model/array/at";
import { type Branch, changed, resistancesOf, transferOhms } from "../../../src/core/model/circuit/resistances";

const SIZE = 9;
const ohm = fc.constantFrom(0.02, 0.05, 3, 10.7, 560, 2900, 47_000);
const branch = fc
  .tuple(fc.nat(SIZE - 1), fc.nat(SIZE - 1), ohm)
  .filter(([a, b]) => a !== b)
  .map(([a, b, ohms]): Branch => ({ a, b, ohms }));

const same = (got: number, expected: number): boolean =>
  expected === Infinity ? got === Infinity : Math.abs(got - expected) <= 1e-6 * Math.max(1, Math.abs(expected));

test("any change of a network by updates reads as the network solved anew: bridges, islands and new nets included", () => {
  const network = fc.array(branch, { minLength: 1, maxLength: 16 });
  const newNet = fc.tuple(fc.nat(SIZE - 1), ohm).map(([a, ohms]): Branch => ({ a, b: SIZE, ohms }));
  fc.assert(
    fc.property(
      network,
      fc.array(fc.nat(15), { maxLength: 3 }),
      fc.array(fc.oneof(branch, newNet), { maxLength: 3 }),
      (branches, out, come) => {
        const gone = [...new Set(out)].flatMap((i) => branches[i] ?? []);
        const after = changed(resistancesOf(SIZE, branches), { gone, come });
        const fresh = resistancesOf(after.size, after.branches);
        const wrong = [...after.ohms].flatMap((r, i) => (same(r, real(fresh.ohms, i)) ? [] : [[i, r, fresh.ohms[i]]]));
        expect(wrong).toEqual([]);
      },
    ),
    { numRuns: 400 },
  );
});

test("the currents of a ladder follow from the resistances alone", () => {
  const ladder = resistancesOf(3, [
    { a: 0, b: 1, ohms: 10 },
    { a: 1, b: 2, ohms: 5 },
    { a: 0, b: 2, ohms: 15 },
  ]);
  expect(ladder.ohms[2]).toBeCloseTo(7.5, 12);
  expect(transferOhms(ladder, 0, 2, 0, 1)).toBeCloseTo(5, 12);
});
