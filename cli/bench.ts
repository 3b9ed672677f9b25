import { mkdtempSync, readdirSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { gzipSync } from "node:zlib";
import { v7 } from "uuid";
import { Predictor } from "../src/core/diagnosis/predict";
import { benchOf, rank } from "../src/core/diagnosis/rank";
import { understand } from "../src/core/entry/understand";
import { vocabularyOf } from "../src/core/entry/vocabulary";
import type { Draft, Entry } from "../src/core/job/entry";
import { foldJob } from "../src/core/job/fold";
import { isWallPoint } from "../src/core/job/safety";
import { FaultSet } from "../src/core/machine/fault";
import { operate, startScript } from "../src/core/machine/operate";
import { expectedCost } from "../src/core/planning/evaluate";
import { solveExactly } from "../src/core/planning/exact";
import { planByLookahead } from "../src/core/planning/lookahead";
import { TestCatalogue } from "../src/core/planning/next";
import { problemSchema } from "../src/core/planning/problem";
import { propose } from "../src/core/planning/propose";
import { Rehearsal, STRATEGIES, summarise } from "../src/core/training/rehearse";
import { findMachine, MACHINES } from "../src/machines";
import { openDatabase, projectRoot } from "../src/server/database";
import { appendEntries } from "../src/server/journal";
import { entries as entryTable } from "../src/server/schema";
import { BadInput } from "./bad-input";
import { buildIfNeeded } from "./build";

type Bench = () => void | Promise<void>;

const BENCHES: Record<string, Bench> = {
  rank: ranking,
  propose: proposing,
  fold: folding,
  append: appending,
  page: jobPage,
  start: secondStart,
  lookahead,
  hour: simulatedHour,
  rehearse: rehearsed,
};

/** JSON lines: name, figure, unit, and the baseline measured in the same run. With a name, only that one. */
export async function run(args: string[]): Promise<void> {
  const [name] = args;
  if (name !== undefined && !BENCHES[name]) throw new BadInput(`“${name}” is not a benchmark; expected ${Object.keys(BENCHES).join(", ")}`);
  for (const [key, bench] of Object.entries(BENCHES)) if (name === undefined || key === name) await bench();
}

interface Line {
  readonly name: string;
  readonly figure: number;
  readonly unit: string;
  readonly target?: number;
  readonly baseline?: { readonly what: string; readonly figure: number };
}

function print(line: Line): void {
  const round = (x: number) => Number(x.toPrecision(4));
  const ratio = line.baseline && line.figure !== 0 ? round(line.baseline.figure / line.figure) : undefined;
  console.log(
    JSON.stringify({
      ...line,
      figure: round(line.figure),
      ...(line.baseline && { baseline: { ...line.baseline, figure: round(line.baseline.figure) }, baselineOverFigure: ratio }),
    }),
  );
}

const quantile = (sorted: readonly number[], q: number): number =>
  sorted[Math.min(sorted.length - 1, Math.floor(q * sorted.length))] as number;

/** Sorted milliseconds of `rounds` calls. */
function timed(rounds: number, work: (i: number) => void): number[] {
  const times: number[] = [];
  for (let i = 0; i < rounds; i++) {
    const start = performance.now();
    work(i);
    times.push(performance.now() - start);
  }
  return times.sort((a, b) => a - b);
}

const machine = MACHINES[0] as (typeof MACHINES)[number];

/** A job on machine E in the middle of its metering. */
function sampleEntries(lines: readonly string[]): Entry[] {
  const job = v7();
  const list: Entry[] = [];
  const vocabulary = vocabularyOf(machine);
  const add = (draft: Draft) => list.push({ id: v7(), job, at: new Date().toISOString(), by: "Bench", ...draft } as Entry);
  add({ kind: "opened", body: { customer: "Bench", place: "Bench", liveTests: false } });
  add({ kind: "machine", body: { machine: machine.id } });
  for (const line of lines) {
    const understood = understand(line, { machine, vocabulary, job: foldJob(job, list, findMachine) });
    if (!understood.ok || !("drafts" in understood)) throw new Error(line);
    understood.drafts.forEach(add);
  }
  return list;
}

const PREFIX = ["turns, starts, no heat", "air strong", "safe"];
const READINGS = [
  "cutoff 0.2",
  "high limit 0.2",
  "element 10.6",
  "cycling 0.1",
  "timer heat contact 0.2",
  "pl1 pn 1.2k",
  "h3 h5 10.7",
  "element cab OL",
  "cord l2 0.1",
  "h1 tbn 2.9k",
];

/** Time from a new reading to the ranked list, the readings before it being known. */
function ranking(): void {
  const pairs = machine.testPoints.filter((t) => !isWallPoint(machine, t.net)).map((t) => t.net);
  const spread = pairs.flatMap((a, i) => pairs.slice(i + 1).map((b) => `${a} ${b} 12`)).filter((_, i) => i % 5 === 0);
  const jobs = [...READINGS, ...spread].map((r) => foldJob("", sampleEntries([...PREFIX, r]), findMachine));
  const warm = benchOf(new Predictor(machine));
  rank(warm, foldJob("", sampleEntries(PREFIX), findMachine).evidence);
  const first = timed(jobs.length, (i) => rank(warm, (jobs[i] as (typeof jobs)[number]).evidence));
  const cold = timed(3, () => rank(benchOf(new Predictor(machine)), (jobs[0] as (typeof jobs)[number]).evidence));
  const what = { what: "the same with nothing remembered", figure: quantile(cold, 0.5) };
  print({
    name: `rank ${warm.hypotheses.length} suspects after one new reading, ${jobs.length} readings, p50`,
    figure: quantile(first, 0.5),
    unit: "ms",
    target: 16,
    baseline: what,
  });
  print({ name: "rank after one new reading, p95", figure: quantile(first, 0.95), unit: "ms", target: 16, baseline: what });
}

function proposing(): void {
  const bench = benchOf(new Predictor(machine));
  const catalogue = new TestCatalogue(bench);
  const jobs = READINGS.map((r) => foldJob("", sampleEntries([...PREFIX, r]), findMachine));
  const ranked = jobs.map((job) => ({ job, ranking: rank(bench, job.evidence) }));
  const step = (i: number) => {
    const { job, ranking: r } = ranked[i % ranked.length] as (typeof ranked)[number];
    propose(catalogue, job, r);
  };
  const cold = timed(1, step);
  const warm = timed(60, step);
  const baseline = { what: "the first proposal after loading the machine", figure: cold[0] as number };
  print({ name: `propose over ${catalogue.tests.length} tests, p50`, figure: quantile(warm, 0.5), unit: "ms", target: 100, baseline });
  print({ name: "propose, p95", figure: quantile(warm, 0.95), unit: "ms", target: 100, baseline });
}

function folding(): void {
  const base = sampleEntries(PREFIX);
  const readings = sampleEntries([...PREFIX, ...READINGS]).filter((e) => e.kind === "reading");
  const list = [...base];
  while (list.length < 1000) list.push({ ...(readings[list.length % readings.length] as Entry), id: v7() } as Entry);
  const text = JSON.stringify(list);
  const parse = timed(50, () => JSON.parse(text));
  const fold = timed(50, () => foldJob("", list, findMachine));
  print({
    name: "fold 1,000 entries, p50",
    figure: quantile(fold, 0.5),
    unit: "ms",
    baseline: { what: "JSON.parse of the same entries", figure: quantile(parse, 0.5) },
  });
}

async function appending(): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), "yennic-bench-"));
  try {
    const db = await openDatabase(`file:${join(folder, "bench.db")}`);
    const [opened, ...rest] = sampleEntries([...PREFIX, ...READINGS]) as [Entry, ...Entry[]];
    await appendEntries(db, [opened]);
    const times: number[] = [];
    const bare: number[] = [];
    for (let i = 0; i < 300; i++) {
      const entry = { ...(rest[i % rest.length] as Entry), id: v7() } as Entry;
      let start = performance.now();
      await appendEntries(db, [entry]);
      times.push(performance.now() - start);
      start = performance.now();
      await db.insert(entryTable).values({ ...entry, id: v7(), kind: "setting", body: { liveTests: false } });
      bare.push(performance.now() - start);
      // The bare rows would make the job twice as long; they are not part of what is measured.
      await db.$client.execute("DELETE FROM entries WHERE seq = (SELECT max(seq) FROM entries)");
    }
    db.$client.close();
    times.sort((a, b) => a - b);
    bare.sort((a, b) => a - b);
    for (const q of [0.5, 0.99]) {
      print({
        name: `append one entry with its projection, to disk, p${q * 100}`,
        figure: quantile(times, q),
        unit: "ms",
        baseline: { what: "a bare insert of the same row", figure: quantile(bare, q) },
      });
    }
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

/** Gzipped JavaScript that the job page asks for, following static imports; the worker is told apart. */
function jobPage(): void {
  buildIfNeeded();
  const assets = join(projectRoot(), "dist/client/_astro");
  const page = new Set<string>();
  const workers = new Set<string>();
  const visit = (file: string, into: Set<string>) => {
    if (into.has(file)) return;
    into.add(file);
    const code = readFileSync(join(assets, file), "utf8");
    for (const [, name] of code.matchAll(/(?:from|import)\s*"\.\/([\w.-]+\.js)"/g)) visit(name as string, into);
    for (const [, name] of code.matchAll(/\/_astro\/([\w.-]*worker[\w.-]*\.js)/g)) visit(name as string, workers);
  };
  const manifest = readdirSync(assets);
  for (const start of manifest.filter((f) => /^(JobView|client)\..*\.js$/.test(f))) visit(start, page);
  const size = (files: Set<string>) => [...files].reduce((sum, f) => sum + gzipSync(readFileSync(join(assets, f))).length, 0) / 1000;
  if (page.size === 0) throw new Error("no JobView script in the build");
  const react = [...page].filter((f) => f.startsWith("client."));
  print({
    name: "JavaScript of the job page, gzip",
    figure: size(page),
    unit: "kB",
    target: 220,
    baseline: { what: "React alone", figure: size(new Set(react)) },
  });
  print({ name: "JavaScript of its worker, gzip", figure: size(workers), unit: "kB" });
}

/** From `./yennic demo` to its first answer, everything installed and built. */
async function secondStart(): Promise<void> {
  buildIfNeeded();
  const data = mkdtempSync(join(tmpdir(), "yennic-start-"));
  const { Server } = await import("../tests/e2e/server");
  const server = new Server(data);
  try {
    await server.start();
    await server.kill();
    const begin = performance.now();
    await server.start();
    const health = performance.now() - begin;
    await fetch(`${server.url}/jobs`).then((r) => r.text());
    print({ name: "second start of demo to its first answer", figure: health / 1000, unit: "s", target: 5 });
    print({ name: "second start of demo to its first page", figure: (performance.now() - begin) / 1000, unit: "s", target: 5 });
  } finally {
    await server.remove();
  }
}

/** Cost of the lookahead policy against the exact optimum, on the problems of tests/oracles/planner. */
function lookahead(): void {
  const folder = join(projectRoot(), "tests/oracles/planner");
  const ratios = readdirSync(folder)
    .filter((f) => /^problem[^.]*\.json$/.test(f))
    .map((f) => {
      const problem = problemSchema.parse(JSON.parse(readFileSync(join(folder, f), "utf8")));
      return expectedCost(problem, planByLookahead(problem)) / solveExactly(problem).cost;
    })
    .sort((a, b) => a - b);
  const mean = ratios.reduce((a, b) => a + b, 0) / ratios.length;
  const optimum = { what: "the exact optimum", figure: 1 };
  print({
    name: `lookahead policy on ${ratios.length} problems, mean cost`,
    figure: mean,
    unit: "× optimum",
    target: 1.03,
    baseline: optimum,
  });
  print({ name: "lookahead policy, worst cost", figure: ratios.at(-1) as number, unit: "× optimum", target: 1.15, baseline: optimum });
}

/** One simulated hour of each machine, healthy, and with the vent half choked. */
function simulatedHour(): void {
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

/** Sixty rehearsed jobs with each strategy; the full run is ./yennic rehearse --jobs 600. */
function rehearsed(): void {
  const rehearsals = MACHINES.map((m) => new Rehearsal(m));
  const by = Object.keys(STRATEGIES).map((name) =>
    summarise(Array.from({ length: 60 }, (_, i) => (rehearsals[i % rehearsals.length] as Rehearsal).play(700_000 + i, name))),
  );
  const [own, fixed, usual] = by as [(typeof by)[number], (typeof by)[number], (typeof by)[number]];
  print({
    name: "rehearsal: mean cost of a job",
    figure: own.meanCost,
    unit: "money",
    baseline: { what: "fixed order", figure: fixed.meanCost },
  });
  print({
    name: "rehearsal: mean cost of a job",
    figure: own.meanCost,
    unit: "money",
    baseline: { what: "usual part first", figure: usual.meanCost },
  });
  print({
    name: "rehearsal: fault and cause found",
    figure: own.found,
    unit: "share",
    target: 0.98,
    baseline: { what: "fixed order", figure: fixed.found },
  });
  print({
    name: "rehearsal: wrong parts a job",
    figure: own.wrongPartsPerJob,
    unit: "parts",
    target: 0.1,
    baseline: { what: "fixed order", figure: fixed.wrongPartsPerJob },
  });
  print({ name: "rehearsal: steps that broke a caution", figure: own.unsafe, unit: "steps", target: 0 });
  print({
    name: "rehearsal: expected calibration error when the first part is fitted",
    figure: own.calibrationError,
    unit: "share",
    target: 0.05,
  });
  for (const bin of own.reliability)
    print({
      name: `reliability, said ${bin.from} to ${(bin.from + 0.1).toFixed(1)} (${bin.jobs} jobs)`,
      figure: bin.was,
      unit: "was right",
      baseline: { what: "said", figure: bin.said },
    });
}
