import { LuDecomposition, Matrix } from "ml-matrix";
import { item, valueUnder, whole } from "../../src/core/model/array/at";
import { type Fault, FaultSet } from "../../src/core/model/machine/fault";
import { isWallPoint, type Machine } from "../../src/core/model/machine/format";
import { networkOf } from "../../src/core/model/machine/network";
import { deadCondition, restControls } from "../../src/core/model/machine/run/at-rest";
import { operate, startScript } from "../../src/core/model/machine/run/operate";
import type { Prediction } from "../../src/core/model/prediction/prediction";
import { Predictor } from "../../src/core/model/prediction/predictor";
import { rank } from "../../src/core/reason/diagnosis/rank";
import { SuspectSet } from "../../src/core/reason/diagnosis/suspect-set";
import { propose } from "../../src/core/reason/planning/propose";
import { TestCatalogue } from "../../src/core/reason/planning/tests/catalogue";
import { MACHINES } from "../../src/machines";
import { ELECTRIC, LARGEST, PREFIX, print, quantile, READINGS, sampleJob, timed } from "./measure";

/** Sights that every rank of a job has behind it already. */
function warmed(machine: Machine): SuspectSet {
  const set = new SuspectSet(new Predictor(machine));
  rank(set, sampleJob(PREFIX, machine).job.evidence);
  return set;
}

/** Readings of other places before any is timed: the worker has run the model on hundreds by the time of the first. */
const OTHERS = 15;

/** Time from a new reading to the ranked list, the readings before it being known. */
export function ranking(): void {
  for (const machine of [ELECTRIC, LARGEST]) {
    const points = candidatePoints(machine);
    const spread = points.flatMap((a, i) => points.slice(i + 1).map((b) => `${a} ${b} 12`)).filter((_, i) => i % 5 === 0);
    const lines = [...(machine === ELECTRIC ? READINGS : []), ...spread];
    const jobs = lines.map((r) => sampleJob([...PREFIX, r], machine).job);
    const set = warmed(machine);
    for (let k = 0; k < OTHERS; k++) {
      const line = `${points[k + 1]} ${points[k + 2]} 12`;
      rank(set, sampleJob([...PREFIX, line], machine).job.evidence);
    }
    const first = timed(jobs.length, (i) => rank(set, item(jobs, i).evidence));
    const cold = timed(3, () => rank(new SuspectSet(new Predictor(machine)), item(jobs, 0).evidence));
    const baseline = { what: "the same with nothing remembered", figure: quantile(cold, 0.5) };
    const name = `${machine.id}: rank ${set.hypotheses.length} hypotheses after one new reading`;
    print({ name: `${name}, ${jobs.length} readings, p50`, figure: quantile(first, 0.5), unit: "ms", target: 16, baseline });
    print({ name: `${name}, p95`, figure: quantile(first, 0.95), unit: "ms", target: 16, baseline });
  }
}

export function proposing(): void {
  for (const machine of [ELECTRIC, LARGEST]) {
    const set = warmed(machine);
    const catalogue = new TestCatalogue(set);
    const points = candidatePoints(machine);
    const lines = points.slice(1, 11).map((b) => `${points[0]} ${b} 12`);
    const jobs = lines.map((r) => sampleJob([...PREFIX.slice(0, 1), "proved dead", r], machine).job);
    const ranked = jobs.map((job) => ({ job, ranking: rank(set, job.evidence) }));
    const step = (i: number) => {
      const { job, ranking: r } = item(ranked, i % ranked.length);
      propose(catalogue, job, r);
    };
    const cold = timed(1, step);
    const warm = timed(80, step);
    const baseline = { what: "the first proposal after loading the machine", figure: item(cold, 0) };
    const name = `${machine.id}: propose over ${catalogue.tests.length} tests × ${set.hypotheses.length} hypotheses`;
    print({ name: `${name}, p50`, figure: quantile(warm, 0.5), unit: "ms", target: 100, baseline });
    print({ name: `${name}, p95`, figure: quantile(warm, 0.95), unit: "ms", target: 100, baseline });
  }
}

export const candidatePoints = (machine: Machine): string[] =>
  machine.testPoints.filter((t) => !isWallPoint(machine, t.net)).map((t) => t.net);

/** Says how many suspects the slow way is measured on; all of them would take a minute and tell the same. */
const SAMPLE = 60;

/** Ohms of all suspects at all pairs of points, against solving each suspect's network by a dense LU of ml-matrix. */
export function readings(): void {
  for (const machine of [ELECTRIC, LARGEST]) {
    const { hypotheses, faults } = new SuspectSet(new Predictor(machine));
    const points = candidatePoints(machine);
    const pairs = points.flatMap((a, i) => points.slice(i + 1).map((b) => [a, b] as const));
    const controls = restControls(machine);
    const ours = () => {
      const predictor = new Predictor(machine);
      return pairs.map((between) => predictor.readings(faults, { between, unit: "ohm", wiring: [], controls }));
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
          const g = meanOf(item(item(got, p), i));
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

const meanOf = (p: Prediction): number => (p.is === "value" ? p.mean : Infinity);

/** Each island grounded at one of its nets, factorised once, solved for all pairs inside it. */
function denseReadings(machine: Machine, faults: readonly Fault[], pairs: readonly (readonly [string, string])[]): number[] {
  const { components } = networkOf(machine, deadCondition(machine), new FaultSet(faults));
  const resistors = components.filter((c) => c.kind === "resistor");
  const at = new Map<string, number>();
  for (const r of resistors) for (const net of [r.a, r.b]) if (!at.has(net)) at.set(net, at.size);
  const island = new Int32Array(at.size).map((_, i) => i);
  const find = (i: number): number => (island[i] === i ? i : find(whole(island, i)));
  for (const r of resistors) island[find(valueUnder(at, r.a))] = find(valueUnder(at, r.b));
  const matrix = Matrix.zeros(at.size, at.size);
  for (const r of resistors) {
    const [i, j] = [valueUnder(at, r.a), valueUnder(at, r.b)];
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
        baseline: { what: "the slowest of them", figure: item(times, times.length - 1) },
      });
    }
  }
}
