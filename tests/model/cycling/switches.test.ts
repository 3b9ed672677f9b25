import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { courseOf } from "../../../src/core/model/cycling/course";
import { noiseOf } from "../../../src/core/model/cycling/series";
import { smoothed } from "../../../src/core/model/cycling/smooth";
import { cyclingOf, switchesOf } from "../../../src/core/model/cycling/switches";
import { readLog } from "../../../src/core/model/logging/read-log";
import { normalFrom, randomFrom } from "../../../src/core/practice/random";
import { oracle } from "../../paths";

interface Answer {
  readonly sampleSeconds: number;
  readonly switches: readonly { readonly t: number; readonly to: "off" | "on" }[];
  readonly peak: number | null;
  readonly trough: number | null;
}

const folder = oracle("cycles");
const names = readdirSync(folder).filter((f) => f.endsWith(".csv"));
/** A switch so short before the end, s, has bent nothing that could be told from noise. */
const TOO_LATE_S = 15;

describe.each(names)("%s, of another thermal model", (name) => {
  const log = readLog(readFileSync(join(folder, name), "utf8"));
  const answer = JSON.parse(readFileSync(join(folder, name.replace(".csv", ".answer.json")), "utf8")) as Answer;
  const near = Math.max(10, 2 * answer.sampleSeconds);
  const { switches, peak, trough } = cyclingOf(log);

  test("finds each switch that could be seen, and invents none", () => {
    const end = log.seconds.at(-1) ?? 0;
    for (const s of answer.switches.filter((x) => x.t < end - TOO_LATE_S))
      expect(
        switches.filter((f) => f.to === s.to && Math.abs(f.t - s.t) <= near),
        `${s.to} at ${s.t}`,
      ).toHaveLength(1);
    for (const f of switches)
      expect(
        answer.switches.some((s) => s.to === f.to && Math.abs(f.t - s.t) <= near),
        `${f.to} at ${f.t}`,
      ).toBe(true);
  });

  test("peak and trough within 1.5 K; none where it never turned", () => {
    if (answer.peak === null || answer.trough === null) return expect([peak, trough]).toEqual([null, null]);
    expect(Math.abs((peak ?? 0) - answer.peak)).toBeLessThanOrEqual(1.5);
    expect(Math.abs((trough ?? 0) - answer.trough)).toBeLessThanOrEqual(1.5);
  });
});

test("whatever the noise, a machine that warms up and stays has no switch", () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 500 }),
      fc.double({ min: 0, max: 0.8, noNaN: true }),
      fc.constantFrom(1, 2, 5, 10),
      (seed, noise, every) => {
        const random = randomFrom(seed);
        const seconds = Float64Array.from({ length: Math.ceil(1800 / every) }, (_, i) => i * every);
        const values = seconds.map((t) => 20 + 40 * (1 - Math.exp(-t / 300)) + noise * normalFrom(random));
        expect(switchesOf({ seconds, values })).toEqual([]);
      },
    ),
    { numRuns: 60 },
  );
});

test("a parabola is smoothed to itself, wherever its samples lie; noise is found in it", () => {
  const random = randomFrom(5);
  let t = 0;
  const seconds = Float64Array.from({ length: 80 }, () => (t += 1 + 3 * random()));
  const exact = seconds.map((x) => 30 + 0.4 * x - 0.001 * x * x);
  const smooth = smoothed({ seconds, values: exact }, 15);
  for (const [i, v] of exact.entries()) expect(smooth[i]).toBeCloseTo(v, 6);
  const even = Float64Array.from({ length: 4000 }, (_, i) => i);
  expect(noiseOf({ seconds: even, values: even.map(() => 20 + 0.5 * normalFrom(random)) })).toBeCloseTo(0.5, 1);
});

test("a load stands at its plateau until it is dry", () => {
  const seconds = Float64Array.from({ length: 500 }, (_, i) => i * 5);
  const values = seconds.map((t) =>
    t < 300 ? 22 + (t / 300) * 20 : t < 1500 ? 42 + ((t - 300) / 1200) * 1 : 43 + ((t - 1500) / 1000) * 30,
  );
  const { plateau, risesKPerMin } = courseOf({ seconds, values }, []);
  expect(plateau?.from).toBeGreaterThan(260);
  expect(Math.abs((plateau?.to ?? 0) - 1500)).toBeLessThan(60);
  expect(plateau?.celsius).toBeCloseTo(42.5, 0);
  expect(risesKPerMin).toBeCloseTo(4, 0);
});
