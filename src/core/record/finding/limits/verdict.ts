/** Values from `low` to `high`; Infinity is an open line. */
export interface Interval {
  readonly low: number;
  readonly high: number;
}

export type Verdict = "pass" | "fail" | "cant-tell";

/**
 * Gives what a reading says of limits when it may be anything within `may`: all of it within them, none of it, or some (ISO 14253-1, decision rules: neither
 * conformity nor non-conformity is proven).
 */
export function verdictOf(may: Interval, limits: Interval): Verdict {
  if (may.low >= limits.low && may.high <= limits.high) return "pass";
  return may.high < limits.low || may.low > limits.high ? "fail" : "cant-tell";
}
