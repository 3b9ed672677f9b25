import { describe, expect, test } from "vitest";
import { rank } from "../../../src/core/reason/diagnosis/rank";
import { choose } from "../../../src/core/reason/planning/next";
import { expectations } from "../../../src/core/reason/planning/propose-test";
import { situationOf } from "../../../src/core/reason/planning/situation";
import { bandsOf } from "../../../src/core/reason/planning/tests/bands";
import { catalogueOf, jobOf, shipped, suspectsFor } from "../../job-of";

const inBand = (bands: readonly { low: number; high: number }[], x: number) => bands.findIndex((b) => x >= b.low && x < b.high);

describe("bands of a reading", () => {
  test("a likely value keeps its own though a whole family of unlikely ones lies between it and the healthy one", () => {
    const family = Array.from({ length: 60 }, (_, k) => ({ mean: 5 + k * 0.35, sigma: 0.5 + k * 0.01, weight: 0.0005 }));
    const likely = { mean: 5.2, sigma: 0.4, weight: 0.6 };
    const healthy = { mean: 27, sigma: 1.5, weight: 0.2 };
    const bands = bandsOf([...family, likely, healthy], healthy);
    expect(inBand(bands, 5.2)).not.toBe(inBand(bands, 14));
    expect(inBand(bands, 14)).not.toBe(inBand(bands, 27));
  });

  test("of two likely values whose bands overlap the border lies where both are as far", () => {
    const one = { mean: 10, sigma: 1, weight: 0.5 };
    const two = { mean: 14, sigma: 1, weight: 0.5 };
    const bands = bandsOf([one, two], undefined);
    expect(inBand(bands, 11.9)).toBe(inBand(bands, 10));
    expect(inBand(bands, 12.1)).toBe(inBand(bands, 14));
    expect(inBand(bands, 10)).not.toBe(inBand(bands, 14));
  });
});

test("no outcome is told in two bands that touch", () => {
  const machine = shipped("kelvane-c7");
  const set = suspectsFor(machine);
  const catalogue = catalogueOf(set);
  const job = jobOf(machine, ["turns, no heat"]);
  const { belief, tests } = choose(situationOf(catalogue, job, rank(set, job.evidence))) ?? expect.fail();
  let told = 0;
  for (const valued of tests) {
    for (const { outcomes, chance } of expectations(belief, valued, set.healthy)) {
      const bands = outcomes.flatMap((o) => (o.kind === "band" ? [o] : []));
      for (const a of bands) expect(bands.some((b) => b.low === a.high)).toBe(false);
      expect(chance).toBeGreaterThan(0);
      told += bands.length;
    }
  }
  expect(told).toBeGreaterThan(2);
});
