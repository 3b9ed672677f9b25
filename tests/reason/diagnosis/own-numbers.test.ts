import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { logSum } from "../../../src/core/model/array/logs";
import { rank } from "../../../src/core/reason/diagnosis/rank";
import { SLIPS, slipsIn, USUALLY, withSlips } from "../../../src/core/reason/diagnosis/slips";
import { BASE_RATE_SIGMA, shareBand } from "../../../src/core/reason/diagnosis/spread";
import { across, found, jobOf, SAFE, shipped, suspectsFor } from "../../job-of";

const e27 = shipped("orrinshaw-e27");

describe("how far a share may be off", () => {
  /** Of many draws of the base rates, the share below and above which one in ten lies. */
  function byDraws(shares: readonly number[], normals: readonly number[]): { low: number; high: number } {
    const drawn = Array.from({ length: normals.length / shares.length }, (_, d) => {
      const odds = shares.map((s, i) => s * Math.exp(BASE_RATE_SIGMA * (normals[d * shares.length + i] ?? 0)));
      return (odds[0] ?? 0) / odds.reduce((a, b) => a + b, 0);
    }).sort((a, b) => a - b);
    return { low: drawn[Math.floor(drawn.length * 0.1)] ?? 0, high: drawn[Math.floor(drawn.length * 0.9)] ?? 0 };
  }

  /** Standard normals, always the same (Box & Muller 1958). */
  function normals(count: number): number[] {
    let state = 12345;
    const uniform = () => {
      state = (state * 1103515245 + 12345) % 2 ** 31;
      return (state + 0.5) / 2 ** 31;
    };
    return Array.from({ length: count }, () => Math.sqrt(-2 * Math.log(uniform())) * Math.cos(2 * Math.PI * uniform()));
  }

  test("is what drawing the base rates anew gives, for any shares", () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0.01, max: 1, noNaN: true }), { minLength: 2, maxLength: 9 }), (weights) => {
        const sum = weights.reduce((a, b) => a + b, 0);
        const shares = weights.map((w) => w / sum);
        const band = shareBand(
          shares[0] ?? 0,
          shares.reduce((total, s) => total + s ** 2, 0),
        );
        const drawn = byDraws(shares, normals(4000 * shares.length));
        expect(Math.abs(band.low - drawn.low)).toBeLessThan(0.04);
        expect(Math.abs(band.high - drawn.high)).toBeLessThan(0.06);
      }),
      { numRuns: 40 },
    );
  });

  test("holds the share, is wider with one rival than with many, and is nothing for what is certain", () => {
    const band = shareBand(0.4, 0.4 ** 2 + 0.6 ** 2);
    const many = shareBand(0.4, 0.4 ** 2 + 6 * 0.1 ** 2);
    expect(band.low).toBeLessThan(many.low);
    expect(many.low).toBeLessThan(0.4);
    expect(many.high).toBeGreaterThan(0.4);
    expect(shareBand(1, 1)).toEqual({ low: 1, high: 1 });
  });
});

describe("how often people err on this job", () => {
  const look = (value: "good" | "bad") =>
    found({ kind: "look", place: { part: "element" }, result: { is: "answer", value }, circumstances: {} });
  const slipsOf = (lines: Parameters<typeof jobOf>[1]) => suspectsFor(e27).slipsOf(jobOf(e27, lines).evidence);
  const together = [
    "turns, no heat",
    SAFE,
    "rear off",
    across("element", null),
    look("bad"),
    across("cut-off", 0.2),
    across("hi-limit", 0.1),
  ];
  const apart = [
    "turns, no heat",
    SAFE,
    "rear off",
    across("element", 10.8),
    across("element", null),
    look("bad"),
    across("element", 10.6),
    look("good"),
  ];

  test("is learned from whether the record goes together", () => {
    const untold = slipsOf([]);
    expect(slipsOf(together)).toBeLessThan(untold);
    expect(slipsOf(apart)).toBeGreaterThan(2 * untold);
  });

  test("a reading moves the shares less on a job whose entries contradict each other", () => {
    const set = suspectsFor(e27);
    const { slips } = rank(set, jobOf(e27, apart).evidence);
    const [plain, doubted] = [0, slips].map((s) => {
      const column = set.columns(jobOf(e27, ["turns, no heat", SAFE, "rear off", across("cut-off", null)]).evidence, s).at(-1);
      return Math.max(...(column ?? [])) - Math.min(...(column ?? []));
    });
    expect(Math.exp(doubted ?? 0)).toBeLessThan(Math.exp(plain ?? 0) * 0.7);
  });

  test("stays within what a job may be, for any record, however long; and is exact", () => {
    const logs = fc.array(fc.double({ min: -25, max: 2, noNaN: true }), { minLength: 4, maxLength: 4 });
    fc.assert(
      fc.property(fc.array(logs, { maxLength: 60 }), fc.double({ min: 0.001, max: 1, noNaN: true }), (rows, stray) => {
        const prior = Float64Array.of(0.4, 0.3, 0.2, 0.1).map(Math.log);
        const columns = rows.map((r) => Float64Array.from(r));
        const any = columns.map(() => stray);
        const slips = slipsIn(prior, columns, any);
        const records = SLIPS.map((s) =>
          logSum(prior.map((p, i) => p + columns.reduce((sum, c) => sum + (withSlips(c, s, stray)[i] ?? 0), 0))),
        );
        const weights = records.map((r, k) => (USUALLY[k] ?? 0) * Math.exp(r - Math.max(...records)));
        const expected = weights.reduce((sum, w, k) => sum + w * (SLIPS[k] ?? 0), 0) / weights.reduce((a, b) => a + b, 0);
        expect(slips).toBeCloseTo(expected, 6);
      }),
      { numRuns: 100 },
    );
  });
});
