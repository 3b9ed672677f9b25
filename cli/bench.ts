import { spawnSync } from "node:child_process";
import { mkdtempSync, readFileSync, rmSync } from "node:fs";
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
import { TestCatalogue } from "../src/core/planning/next";
import { propose } from "../src/core/planning/propose";
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
  const ratio = line.baseline && round(line.baseline.figure / line.figure);
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
  const pairs = machine.testPoints.filter((t) => !t.net.startsWith("W")).map((t) => t.net);
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
  const manifest = spawnSync("ls", [assets], { encoding: "utf8" }).stdout.split("\n");
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
