import fc from "fast-check";
import { expect, test } from "vitest";
import { COMMON_METER, type Meter } from "../../src/core/model/instrument/meter";
import { EMPTY_RANGE, fieldsOf, METER_UNITS, meterFrom } from "../../src/islands/panes/meters/fields";

const range = fc.record({
  unit: fc.constantFrom(...METER_UNITS),
  upTo: fc.double({ min: 1e-3, max: 4e7, noNaN: true }).map((x) => Number(x.toPrecision(4))),
  digitSize: fc.double({ min: 1e-4, max: 1e4, noNaN: true }).map((x) => Number(x.toPrecision(3))),
  percentOfReading: fc.double({ min: 0, max: 50, noNaN: true }).map((x) => Number(x.toFixed(2))),
  digits: fc.integer({ min: 0, max: 200 }),
});

test("a meter that is opened for change and kept as it is, is the same meter", () => {
  const meters: fc.Arbitrary<Meter> = fc.record({
    name: fc.constant("Bench one"),
    ranges: fc.array(range, { minLength: 1, maxLength: 12 }),
  });
  fc.assert(
    fc.property(meters, (meter) => {
      const read = meterFrom(fieldsOf(meter));
      expect(read.ok).toBe(true);
      for (const [i, r] of (read.ok ? read.meter.ranges : []).entries())
        for (const [key, value] of Object.entries(meter.ranges[i] ?? {})) {
          const got = r[key as keyof typeof r];
          if (typeof value === "number") expect(Number(got) / (value || 1)).toBeCloseTo(value === 0 ? 0 : 1, 9);
          else expect(got).toBe(value);
        }
    }),
  );
  expect(meterFrom(fieldsOf(COMMON_METER))).toEqual({ ok: true, meter: COMMON_METER });
});

test("each field that can't be read is named with what was given and what is expected", () => {
  const typed = { name: " ", ranges: [{ ...EMPTY_RANGE, upTo: "400 V", digitSize: "0.1", percentOfReading: "1,5", digits: "many" }] };
  expect(meterFrom(typed)).toEqual({
    ok: false,
    amiss: {
      name: "a name, by which you know it",
      "ranges.0.upTo": "“400 V” is not a value in Ω. Enter it with its unit",
      "ranges.0.digits": "Enter a number from 0 to 200, not “many”",
    },
  });
  expect(meterFrom({ name: "None", ranges: [] })).toEqual({ ok: false, amiss: { ranges: "at least one range" } });
});
