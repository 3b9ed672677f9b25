import fc from "fast-check";
import { expect, test } from "vitest";
import { formatValue } from "../../../src/core/model/quantity/format";
import { parseQuantity } from "../../../src/core/model/quantity/parse";
import type { Unit } from "../../../src/core/model/quantity/quantity";

test.each([
  ["11.2k", "ohm", 11200, "ohm"],
  ["0.3", "ohm", 0.3, "ohm"],
  [".3", "ohm", 0.3, "ohm"],
  ["0,3", "ohm", 0.3, "ohm"],
  ["OL", "ohm", Infinity, "ohm"],
  ["238v", "ohm", 238, "volt"],
  ["238 V", undefined, 238, "volt"],
  ["61C", undefined, 61, "celsius"],
  ["142 F", undefined, (142 - 32) / 1.8, "celsius"],
  ["20s", undefined, 20, "second"],
  ["2 min", undefined, 120, "second"],
  ["1.2M", "ohm", 1.2e6, "ohm"],
  ["5.6 kΩ", undefined, 5600, "ohm"],
  ["20 mΩ", undefined, 0.02, "ohm"],
  ["5.4 kW", undefined, 5400, "watt"],
] as const)("“%s” where %s is expected is %s %s", (text, expected, value, unit) => {
  const result = parseQuantity(text, expected as Unit | undefined);
  expect(result.ok && result.quantity.value).toBeCloseTo(value, 9);
  expect(result.ok && result.quantity.unit).toBe(unit);
});

test("what can't be read, or can be read two ways, is refused with what is accepted", () => {
  const message = (text: string, expected?: Unit) => {
    const r = parseQuantity(text, expected);
    return r.ok ? "accepted" : r.message;
  };
  expect(message("abc", "ohm")).toBe(
    "“abc” is not an amount I can read; expected a number with its unit, such as 0.3, 11.2k, 1.2M, 238 V, 22 A, 61 C, 142 F, 20 s, 0.6 inwc, or OL",
  );
  expect(message("1,350", "ohm")).toBe("“1,350” can be read two ways: write 1350 or 1.350");
  expect(message("20m", "ohm")).toBe("“20m” can be read two ways: write M for mega, mΩ for milliohm, min for minutes");
  expect(message("12")).toBe("“12” has no unit: add Ω, V, A, W, C, F, s or Pa");
  expect(message("-3", "ohm")).toBe("“-3” is below zero: a resistance can't be");
  expect(message("-300 C")).toBe("“-300 C” is below absolute zero");
  expect(message("OL", "volt")).toBe("OL is a reading in ohms (an open line); expected a number here");
  for (const junk of ["", "NaN", "1e999", "--1", "1 2", "12 parsecs", "9".repeat(400)]) expect(message(junk, "ohm")).not.toBe("accepted");
});

test("what is formatted is read back within its own digits", () => {
  fc.assert(
    fc.property(fc.double({ min: 0.1, max: 9e6, noNaN: true }), fc.constantFrom<Unit>("ohm", "volt", "watt", "amp"), (value, unit) => {
      const back = parseQuantity(formatValue(value, unit), unit);
      expect(back.ok && Math.abs(back.quantity.value - value) / value).toBeLessThan(0.51);
      if (value > 10) expect(back.ok && Math.abs(back.quantity.value - value) / value).toBeLessThan(0.06);
      expect(back.ok && formatValue(back.quantity.value, unit)).toBe(formatValue(value, unit));
    }),
  );
});

test("a number that rounds up to the next size is written as one of that size", () => {
  expect([9.96, 999.7, 99.96, 999.6].map((v) => formatValue(v, "volt"))).toEqual(["10 V", "1000 V", "100 V", "1000 V"]);
  expect([99.96, 999.6, 99_960, 999_600].map((v) => formatValue(v, "ohm"))).toEqual(["100 Ω", "1.00 kΩ", "100 kΩ", "1.00 MΩ"]);
  expect([9.996, 999.6].map((v, i) => formatValue(v, i === 0 ? "amp" : "watt"))).toEqual(["10.0 A", "1.00 kW"]);
});
