import { mkdtempSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { setFlagsFromString } from "node:v8";
import { runInNewContext } from "node:vm";
import type { Browser } from "@playwright/test";
import { item } from "../../src/core/model/array/at";
import type { Machine } from "../../src/core/model/machine/format";
import { restControls } from "../../src/core/model/machine/run/at-rest";
import { Predictor } from "../../src/core/model/prediction/predictor";
import { rank } from "../../src/core/reason/diagnosis/rank";
import { standingOf } from "../../src/core/reason/diagnosis/standing";
import { SuspectSet } from "../../src/core/reason/diagnosis/suspect-set";
import { propose } from "../../src/core/reason/planning/propose";
import { TestCatalogue } from "../../src/core/reason/planning/tests/catalogue";
import { tableOf, withTable } from "../../src/core/reason/planning/tests/table";
import { bytesOfTable, tableOfBytes } from "../../src/core/reason/planning/tests/table-bytes";
import type { Job } from "../../src/core/record/job/fold";
import { MACHINES } from "../../src/machines";
import { buildIfNeeded } from "../build";
import { CHROMIUM } from "../chromium";
import { candidatePoints } from "./diagnosis";
import { ELECTRIC, LARGEST, print, quantile, sampleJob, timed } from "./measure";

const WORDS = "turns but no heat";
const ROUNDS = 7;
/** A slower device, as a factor on the time of computing. */
const SLOWER = 4;

/** Gives how soon the first proposal from all suspects is there, what a new entry takes, and what the worker keeps in memory. */
export async function firstProposal(): Promise<void> {
  for (const machine of [ELECTRIC, LARGEST]) computed(machine);
  for (const machine of MACHINES) replanned(machine);
  await inBrowser();
}

interface Began {
  readonly suspects: SuspectSet;
  readonly catalogue: TestCatalogue;
}

function firstOf({ suspects, catalogue }: Began, machine: Machine): void {
  const { job } = sampleJob([WORDS], machine);
  const ranking = rank(suspects, job.evidence);
  standingOf(suspects, true, ranking, job);
  propose(catalogue, job, ranking);
}

/** So that it is in use while it is counted. */
const held: Began[] = [];

/** The worker’s part, from the bytes of the table on; and its memory after a dozen entries. */
function computed(machine: Machine): void {
  const bytes = bytesOfTable(tableOf(machine)).slice().buffer;
  const begin = (): Began => {
    const made = withTable(tableOfBytes(bytes.slice(0)));
    if (!made) throw new Error(`the table of ${machine.id} is not of this program`);
    return made;
  };
  const anew = (): Began => {
    const suspects = new SuspectSet(new Predictor(machine));
    return { suspects, catalogue: new TestCatalogue(suspects) };
  };
  const kept = (start: () => Began): number => {
    const before = inUse();
    const began = start();
    for (const job of jobsOf(machine, began.suspects, 0)) propose(began.catalogue, job, rank(began.suspects, job.evidence));
    const grown = (inUse() - before) / 1e6;
    held.splice(0, 1, began);
    return grown;
  };
  const [memory, memoryAnew] = [kept(begin), kept(anew)];
  const ours = quantile(
    timed(ROUNDS, () => firstOf(begin(), machine)),
    0.5,
  );
  const without = quantile(
    timed(3, () => firstOf(anew(), machine)),
    0.5,
  );
  const baseline = { what: "the same without a table", figure: without };
  print({ name: `${machine.id}: first proposal from all suspects, computing alone, p50`, figure: ours, unit: "ms", target: 300, baseline });
  print({ name: `the same at a quarter of the speed`, figure: ours * SLOWER, unit: "ms", target: 1000 });
  print({
    name: `${machine.id}: memory of the engine after a dozen entries`,
    figure: memory,
    unit: "MB",
    target: 60,
    baseline: { what: "the same without a table", figure: memoryAnew },
  });
}

/** Bytes on the heap and in buffers, what nobody holds being collected first. */
function inUse(): number {
  setFlagsFromString("--expose-gc");
  const collect = runInNewContext("gc") as () => void;
  for (let i = 0; i < 3; i++) collect();
  const { heapUsed, arrayBuffers } = process.memoryUsage();
  return heapUsed + arrayBuffers;
}

const ENTRIES = 12;

/** A job as it grows by a dozen readings from place to place, all as on a good machine but for what can’t be known of it. */
function jobsOf(machine: Machine, { predictor }: SuspectSet, round: number): Job[] {
  const points = candidatePoints(machine);
  const job = sampleJob(
    [WORDS, "air strong", "proved dead", "capacitor discharged"].slice(0, machine.parts.some((p) => p.kind === "capacitor") ? 4 : 3),
    machine,
  );
  return Array.from({ length: ENTRIES }, (_, i) => {
    const between: [string, string] = [item(points, (3 * i + round) % points.length), item(points, (3 * i + round + 1) % points.length)];
    const read = predictor.reading([], { between, unit: "ohm", wiring: [], controls: restControls(machine) });
    const result = read.is === "value" ? ({ is: "value", value: read.mean + LEADS_OHM, unit: "ohm" } as const) : ({ is: "OL" } as const);
    job.add({ kind: "finding", body: { kind: "ohms", place: { between }, circumstances: {}, result } });
    return job.job;
  });
}
const LEADS_OHM = 0.2;

/** From a new entry to the proposal: ranking and planning together. */
function replanned(machine: Machine): void {
  const bytes = bytesOfTable(tableOf(machine)).slice().buffer;
  const times: number[] = [];
  for (let round = 0; round < 3; round++) {
    const began = withTable(tableOfBytes(bytes.slice(0)));
    if (!began) throw new Error(`the table of ${machine.id} is not of this program`);
    firstOf(began, machine);
    for (const job of jobsOf(machine, began.suspects, round))
      times.push(...timed(1, () => propose(began.catalogue, job, rank(began.suspects, job.evidence))));
  }
  times.sort((a, b) => a - b);
  const name = `${machine.id}: from an entry to the next proposal, ${times.length} entries`;
  print({ name: `${name}, p50`, figure: quantile(times, 0.5), unit: "ms" });
  print({
    name: `${name}, p95`,
    figure: quantile(times, 0.95),
    unit: "ms",
    target: 50,
    baseline: { what: "its p50", figure: quantile(times, 0.5) },
  });
}

/** In a real browser: from the page being there to the proposal on its card, with the table and without. */
async function inBrowser(): Promise<void> {
  buildIfNeeded();
  const { chromium } = await import("@playwright/test");
  const { Server } = await import("../../tests/e2e/support/server");
  const { openJob } = await import("../../tests/e2e/support/hidden-fault");
  const server = new Server(mkdtempSync(join(tmpdir(), "yennic-bench-")));
  const browser = await chromium.launch({
    executablePath: CHROMIUM,
    args: ["--no-sandbox", "--disable-gpu", "--disable-background-networking"],
  });
  try {
    await server.start("--empty");
    const page = await browser.newPage();
    await openJob(page, server.url, WORDS, LARGEST.id);
    const address = page.url();
    const figure = quantile(await loads(browser, address, false), 0.5);
    const baseline = {
      what: "the same without a table, from single faults first",
      figure: quantile(await loads(browser, address, true), 0.5),
    };
    print({
      name: `${LARGEST.id}: in the browser, from the page being there to the first proposal, p50`,
      figure,
      unit: "ms",
      target: 300,
      baseline,
    });
  } finally {
    await browser.close();
    await server.remove();
  }
}

/** Milliseconds from the page being there to the first proposal on the card, sorted. */
async function loads(browser: Browser, address: string, withoutTable: boolean): Promise<number[]> {
  const times: number[] = [];
  for (let i = 0; i < ROUNDS; i++) {
    const context = await browser.newContext({ serviceWorkers: "block" });
    const page = await context.newPage();
    if (withoutTable) await context.route("**/tables/*", (route) => route.abort());
    await page.addInitScript(watchCard);
    await page.goto(address);
    times.push(
      await page
        .waitForFunction(() => (globalThis as { proposedAfter?: number }).proposedAfter)
        .then(async (h) => (await h.jsonValue()) ?? 0),
    );
    await context.close();
  }
  return times.sort((a, b) => a - b);
}

/** Runs in the page: notes when the card first says what is next. */
function watchCard(): void {
  const look = () => {
    const card = document.querySelector('section[aria-label="Next"][data-working="false"]');
    const there = (performance.getEntriesByType("navigation")[0] as PerformanceNavigationTiming | undefined)?.domContentLoadedEventEnd ?? 0;
    if (card && there > 0) (globalThis as { proposedAfter?: number }).proposedAfter ??= performance.now() - there;
    else requestAnimationFrame(look);
  };
  requestAnimationFrame(look);
}
