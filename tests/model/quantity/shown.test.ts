import fc from "fast-check";
import { expect, test } from "vitest";
import { AIR_RANGES } from "../../../src/core/model/air/ranges";
import { refusedIn } from "../../../src/core/model/quantity/range";
import { shownRange } from "../../../src/core/model/quantity/shown";

test.each(Object.entries(AIR_RANGES))(
  "%s: what is typed within what is shown is kept within the range, and is what was typed",
  (_, kept) => {
    const { range, show, keep } = shownRange(kept);
    fc.assert(
      fc.property(fc.double({ min: range.least, max: range.most, noNaN: true }), (typed) => {
        expect(refusedIn(kept, keep(typed))).toBeUndefined();
        // The ends are shown to three digits.
        expect(Math.abs(show(keep(typed)) - typed)).toBeLessThanOrEqual(0.005 * Math.abs(typed) + 1e-9);
      }),
    );
    for (const end of [kept.least, kept.most]) expect(keep(show(end))).toBeCloseTo(end, 9);
  },
);
