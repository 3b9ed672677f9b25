import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { type Hold, heard, NOTHING_HELD, WINDOW } from "../../../src/core/model/instrument/hold";
import type { Streamed } from "../../../src/core/model/instrument/stream";

const reading = (seq: number, value: number | null, digit = 0.1): Streamed => ({ seq, at: seq / 10, value, unit: "ohm", digit });
const heardAll = (readings: readonly Streamed[]): Hold => readings.reduce(heard, NOTHING_HELD);

describe("what a streaming meter shows", () => {
  test("it stands once it showed the same for a second and a half, and says for how long", () => {
    const still = Array.from({ length: WINDOW + 20 }, (_, i) => reading(i + 1, 8.2 + (i % 2) * 0.1));
    expect(heardAll(still.slice(0, WINDOW - 1)).held).toBeUndefined();
    expect(heardAll(still.slice(0, WINDOW))).toMatchObject({ held: 8.2, steady: 0 });
    expect(heardAll(still).steady).toBeCloseTo(2);
  });

  test("a lead that slips off ends it; an open line stands as well as a value; a flicker between both does not", () => {
    const still = Array.from({ length: WINDOW }, (_, i) => reading(i + 1, 8.2));
    expect(heardAll([...still, reading(WINDOW + 1, null)]).held).toBeUndefined();
    expect(heardAll(Array.from({ length: WINDOW }, (_, i) => reading(i + 1, null))).held).toBe(Infinity);
    expect(heardAll(Array.from({ length: WINDOW }, (_, i) => reading(i + 1, i % 2 ? 0.2 : null))).held).toBeUndefined();
  });

  test("every number from 1 on is counted once: received and lost make the last one, however it came, and little is kept", () => {
    const stream = fc.array(fc.integer({ min: 1, max: 400 }), { minLength: 1, maxLength: 300 });
    fc.assert(
      fc.property(stream, (numbers) => {
        const hold = heardAll(numbers.map((n) => reading(n, 5)));
        expect(hold.received + hold.lost).toBe(hold.last?.seq);
        expect(hold.received + hold.doubled).toBe(numbers.length);
        expect(hold.newest.length).toBeLessThanOrEqual(WINDOW);
      }),
    );
  });

  test("what is held is one of the values that were shown", () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 10, max: 10.2, noNaN: true }), { minLength: WINDOW, maxLength: 60 }), (values) => {
        const { held } = heardAll(values.map((v, i) => reading(i + 1, v)));
        if (held !== undefined) expect(values.slice(-WINDOW)).toContain(held);
      }),
    );
  });
});
