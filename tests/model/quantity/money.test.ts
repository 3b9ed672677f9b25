import fc from "fast-check";
import { expect, test } from "vitest";
import { moneySays, readMoney, shareOf, sumOf, timeCosts, times } from "../../../src/core/model/quantity/money";

test("amounts as they are said and typed", () => {
  expect([0, 5, 4500, 124_235, -300].map((c) => moneySays(c))).toEqual(["$0.00", "$0.05", "$45.00", "$1,242.35", "−$3.00"]);
  expect(["45", "$1,242.35", "12,5", "1 000", "7.123", "-3", "", "1e3"].map(readMoney)).toEqual([
    4500,
    124_235,
    1250,
    100_000,
    712_300,
    undefined,
    undefined,
    undefined,
  ]);
});

test("what is said is read back, whatever the amount", () => {
  fc.assert(fc.property(fc.integer({ min: 0, max: 99_999_999 }), (c) => readMoney(moneySays(c)) === c));
});

test("halves round away from zero; a fraction of a cent is never carried", () => {
  expect(shareOf(50, 100)).toBe(1);
  expect(shareOf(49, 100)).toBe(0);
  expect(shareOf(-50, 100)).toBe(-1);
  expect(timeCosts(83, 7800)).toBe(10_790);
  expect(timeCosts(1, 50)).toBe(1);
  expect(() => times(12.5, 3)).toThrow(RangeError);
  expect(() => sumOf([Number.MAX_SAFE_INTEGER, 1])).toThrow(RangeError);
});

test("a share worked out in decimal text agrees to the cent", () => {
  // Long division on decimal digits: shares no arithmetic with what it checks.
  const byHand = (c: number, bp: number) => {
    const digits = String(c * bp).padStart(5, "0");
    const whole = Number(digits.slice(0, -4));
    return whole + (Number(digits.slice(-4, -3)) >= 5 ? 1 : 0);
  };
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 9_999_999 }), fc.integer({ min: 0, max: 5000 }), (c, bp) => shareOf(c, bp) === byHand(c, bp)),
  );
});
