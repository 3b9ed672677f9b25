import { LuDecomposition, Matrix } from "ml-matrix";
import { Predictor } from "../../src/core/diagnosis/predict";
import { type Bench, benchOf, rank } from "../../src/core/diagnosis/rank";
import { foldJob } from "../../src/core/job/fold";
import { isWallPoint } from "../../src/core/job/safety";
import { deadCondition, restControls } from "../../src/core/machine/condition";
import { type Fault, FaultSet } from "../../src/core/machine/fault";
import { networkOf } from "../../src/core/machine/network";
import { operate, startScript } from "../../src/core/machine/operate";
import type { Machine } from "../../src/core/machine/schema";
import { TestCatalogue } from "../../src/core/planning/next";
import { propose } from "../../src/core/planning/propose";
import { findMachine, MACHINES } from "../../src/machines";
import { ELECTRIC, LARGEST, PREFIX, print, quantile, READINGS, sampleEntries, timed } from "./measure";

/** Sights that every rank of a job has behind it already. */
function warmed(machine: Machine): Bench {
  const bench = benchOf(new Predictor(machine));
  rank(bench, foldJob("", sampleEntries(PREFIX, machine), findMachine).evidence);
  return bench;
}

/** Readings of other places before any is timed: the worker has run the model on hundreds by the time of the first. */
const OTHERS = 15;

/** Time from a new reading to the ranked list, the readings before it being known. */
export function ranking(): void {
  for (const machine of [ELECTRIC, LARGEST]) {
    const points = candidatePoints(machine);
    const spread = points.flatMap((a, i) => points.slice(i + 1).map((b) => `${a} ${b} 12`)).filter((_, i) => i % 5 === 0);
    const lines = [...(machine === ELECTRIC ? READINGS : []), ...spread];
    const jobs = lines.map((r) => foldJob("", sampleEntries([...PREFIX, r], machine), findMachine));
    const bench = warmed(machine);
    for (let k = 0; k < OTHERS; k++) {
      const line = `${points[k + 1]} ${points[k + 2]} 12`;
      rank(bench, foldJob("", sampleEntries([...PREFIX, line], machine), findMachine).evidence);
    }
    const first = timed(jobs.length, (i) => rank(bench, (jobs[i] as (typeof jobs)[number]).evidence));
    const cold = timed(3, () => rank(benchOf(new Predictor(machine)), (jobs[0] as (typeof jobs)[number]).evidence));
    const baseline = { what: "the same with nothing remembered", figure: quantile(cold, 0.5) };
    const name = `${machine.id}: rank ${bench.hypotheses.length} hypotheses after one new reading`;
    print({ name: `${name}, ${jobs.length} readings, p50`, figure: quantile(first, 0.5), unit: "ms", target: 16, baseline });
    print({ name: `${name}, p95`, figure: quantile(first, 0.95), unit: "ms", target: 16, baseline });
  }
}

export function proposing(): void {
  for (const machine of [ELECTRIC, LARGEST]) {
    const bench = warmed(machine);
    const catalogue = new TestCatalogue(bench);
    const points = candidatePoints(machine);
    const lines = points.slice(1, 11).map((b) => `${points[0]} ${b} 12`);
    const jobs = lines.map((r) => foldJob("", sampleEntries([...PREFIX.slice(0, 1), "safe", r], machine), findMachine));
    const ranked = jobs.map((job) => ({ job, ranking: rank(bench, job.evidence) }));
    const step = (i: number) => {
      const { job, ranking: r } = ranked[i % ranked.length] as (typeof ranked)[number];
      propose(catalogue, job, r);
    };
    const cold = timed(1, step);
    const warm = timed(80, step);
    const baseline = { what: "the first proposal after loading the machine", figure: cold[0] as number };
    const name = `${machine.id}: propose over ${catalogue.tests.length} tests × ${bench.hypotheses.length} hypotheses`;
    print({ name: `${name}, p50`, figure: quantile(warm, 0.5), unit: "ms", target: 100, baseline });
    print({ name: `${name}, p95`, figure: quantile(warm, 0.95), unit: "ms", target: 100, baseline });
  }
}

export const candidatePoints = (machine: Machine): string[] =>
  machine.testPoints.filter((t) => !isWallPoint(machine, t.net)).map((t) => t.net);

/** How many suspects the slow way is measured on; all of them would take a minute and tell the same. */
const SAMPLE = 60;

/** Ohms of all suspects at all pairs of points, against solving each suspect's network by a dense LU of ml-matrix. */
export function readings(): void {
  for (const machine of [ELECTRIC, LARGEST]) {
    const { hypotheses, faults } = benchOf(new Predictor(machine));
    const points = candidatePoints(machine);
    const pairs = points.flatMap((a, i) => points.slice(i + 1).map((b) => [a, b] as const));
    const controls = restControls(machine);
    const ours = () => {
      const predictor = new Predictor(machine);
      return pairs.map((between) => predictor.readings(faults, { between, unit: "ohm", wiresOff: [], controls }));
    };
    let got = ours();
    timed(6, ours);
    const own = timed(5, () => {
      got = ours();
    });
    const sample = hypotheses.map((h, i) => ({ h, i })).filter(({ i }) => i % Math.ceil(hypotheses.length / SAMPLE) === 0);
    let worst = 0;
    const dense = timed(3, () => {
      for (const { h, i } of sample) {
        const values = denseReadings(machine, h.faults, pairs);
        values.forEach((v, p) => {
          const g = got[p]?.[i]?.mean as number;
          const off = v === g ? 0 : Math.abs(v - g) / Math.max(1, Math.abs(v));
          worst = Math.max(worst, Number.isNaN(off) ? Infinity : off);
        });
      }
    });
    const figure = (quantile(own, 0.5) * 1000) / (hypotheses.length * pairs.length);
    print({
      name: `${machine.id}: one reading of one suspect, of ${hypotheses.length} hypotheses × ${pairs.length} pairs`,
      figure,
      unit: "µs",
      baseline: {
        what: `a dense LU of ml-matrix for each suspect and a solve for each pair (on ${sample.length} suspects)`,
        figure: (quantile(dense, 0.5) * 1000) / (sample.length * pairs.length),
      },
    });
    print({ name: `${machine.id}: largest difference of the two`, figure: worst, unit: "relative", target: 1e-6 });
  }
}

/** Each island grounded at one of its nets, factorised once, solved for all pairs inside it. */
function denseReadings(machine: Machine, faults: readonly Fault[], pairs: readonly (readonly [string, string])[]): number[] {
  const { components } = networkOf(machine, deadCondition(machine), new FaultSet(faults));
  const resistors = components.filter((c) => c.kind === "resistor");
  const at = new Map<string, number>();
  for (const r of resistors) for (const net of [r.a, r.b]) if (!at.has(net)) at.set(net, at.size);
  const island = new Int32Array(at.size).map((_, i) => i);
  const find = (i: number): number => (island[i] === i ? i : find(island[i] as number));
  for (const r of resistors) island[find(at.get(r.a) as number)] = find(at.get(r.b) as number);
  const matrix = Matrix.zeros(at.size, at.size);
  for (const r of resistors) {
    const [i, j] = [at.get(r.a) as number, at.get(r.b) as number];
    matrix.set(i, i, matrix.get(i, i) + 1 / r.ohms);
    matrix.set(j, j, matrix.get(j, j) + 1 / r.ohms);
    matrix.set(i, j, matrix.get(i, j) - 1 / r.ohms);
    matrix.set(j, i, matrix.get(j, i) - 1 / r.ohms);
  }
  for (let i = 0; i < at.size; i++) {
    if (find(i) !== i) continue;
    for (let j = 0; j < at.size; j++) {
      matrix.set(i, j, 0);
      matrix.set(j, i, 0);
    }
    matrix.set(i, i, 1);
  }
  const rhs = Matrix.zeros(at.size, pairs.length);
  const joined = pairs.map(([a, b], p) => {
    const [i, j] = [at.get(a), at.get(b)];
    if (i === undefined || j === undefined || find(i) !== find(j)) return undefined;
    if (find(i) !== i) rhs.set(i, p, 1);
    if (find(j) !== j) rhs.set(j, p, -1);
    return [i, j] as const;
  });
  const x = new LuDecomposition(matrix).solve(rhs);
  return joined.map((ends, p) => (ends ? x.get(ends[0], p) - x.get(ends[1], p) : Infinity));
}

/** One simulated hour of each machine, healthy, and with the vent half choked. */
export function simulatedHour(): void {
  for (const m of MACHINES) {
    for (const faults of [[], [{ part: "duct", mode: "choked", severity: 0.5 }]]) {
      const hour = () => operate(m, new FaultSet(faults), startScript(m, 3600));
      timed(15, hour);
      const times = timed(25, hour);
      print({
        name: `one simulated hour of ${m.id}${faults.length > 0 ? ", vent half choked" : ""}, p50`,
        figure: quantile(times, 0.5),
        unit: "ms",
        target: 10,
        baseline: { what: "the slowest of them", figure: times.at(-1) as number },
      });
    }
  }
}
