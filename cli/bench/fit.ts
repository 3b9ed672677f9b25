import { valueAt } from "../../src/core/model/cycling/series";
import { cyclingOf } from "../../src/core/model/cycling/switches";
import { fitRun, type Known } from "../../src/core/model/fitting/fit-run";
import { knownOf } from "../../src/core/model/fitting/known";
import { outlineOf } from "../../src/core/model/logging/outline";
import { readLog } from "../../src/core/model/logging/read-log";
import type { Machine } from "../../src/core/model/machine/format";
import { loggedRun } from "../../src/core/practice/logged-run";
import { MACHINES } from "../../src/machines";
import { print, quantile } from "./measure";

const LOGS = 200;
const FIRST_SEED = 1;
const NOISE_K = 0.5;
const EVERY_S = 5;

/** Records of machines that nobody knows, with noise: flow, power and switching temperatures found again, and how long it takes. */
export function fitting(): void {
  const machines = MACHINES.filter(
    (m) => m.parts.some((p) => p.kind === "thermostat" && p.senses === "exhaust") && m.thermal.recirculates === 0,
  );
  const ms: number[] = [];
  const tally = { flow: 0, off: 0, on: 0, all: 0, cycled: 0, within: 0 };
  for (let i = 0; i < LOGS; i++) {
    const machine = machines[i % machines.length];
    if (!machine) continue;
    const run = loggedRun(machine, { seed: FIRST_SEED + i, noiseK: NOISE_K, everyS: EVERY_S });
    known(machine);
    const begun = performance.now();
    const fit = fitRun(machine, run.series, known(machine));
    ms.push(performance.now() - begun);
    const flow = Math.abs(fit.flow.value / run.flow - 1) <= 0.1;
    if (flow) tally.flow++;
    if (Math.abs(fit.flow.value - run.flow) <= 2 * fit.flow.sigma) tally.within++;
    const cycles = run.cycles && fit.off !== undefined && fit.on !== undefined;
    if (run.cycles) tally.cycled++;
    const off = !run.cycles || (cycles && Math.abs((fit.off?.exhaustC ?? 0) - run.opensC) <= 1.5);
    const on = !run.cycles || (cycles && Math.abs((fit.on?.exhaustC ?? 0) - run.closesC) <= 1.5);
    if (off) tally.off++;
    if (on) tally.on++;
    if (flow && off && on) tally.all++;
  }
  const name = `fit, ${LOGS} logs, noise ${NOISE_K} K, every ${EVERY_S} s, seeds ${FIRST_SEED} to ${FIRST_SEED + LOGS - 1}`;
  const share = (n: number): number => n / LOGS;
  print({ name: `${name}: flow within 10 %`, figure: share(tally.flow), unit: "share" });
  print({ name: `${name}: flow within its own 2 σ`, figure: share(tally.within), unit: "share" });
  print({ name: `${name}: opens within 1.5 K (${tally.cycled} cycle)`, figure: share(tally.off), unit: "share" });
  print({ name: `${name}: closes within 1.5 K`, figure: share(tally.on), unit: "share" });
  print({ name: `${name}: all three`, figure: share(tally.all), unit: "share" });
  print({ name: `${name}: median`, figure: Math.round(quantile(ms, 0.5)), unit: "ms" });
  print({ name: `${name}: most`, figure: Math.round(Math.max(...ms)), unit: "ms" });
}

const ROWS = 200_000;
const ROW_S = 0.1;

/** A logger's file as long as they come: read, taken apart and fitted, as the worker does it. */
export function longLog(): void {
  const machine = MACHINES[0];
  if (!machine) return;
  const { series } = loggedRun(machine, { seed: 1, noiseK: NOISE_K, everyS: EVERY_S });
  const end = series.seconds.at(-1) ?? 1;
  const lines = Array.from({ length: ROWS }, (_, i) => `${(i * ROW_S).toFixed(1)},${valueAt(series, (i * ROW_S) % end).toFixed(2)}`);
  const csv = ["time (s),exhaust (°C)", ...lines].join("\n");
  const ms = Array.from({ length: 5 }, () => {
    const begun = performance.now();
    const log = readLog(csv);
    const read = performance.now();
    const cycling = cyclingOf(log);
    outlineOf(log, 400);
    fitRun(machine, log, known(machine));
    return { all: performance.now() - begun, read: read - begun, switches: cycling.switches.length };
  });
  const middle = (of: (m: (typeof ms)[number]) => number): number => Math.round(quantile(ms.map(of), 0.5));
  const name = `a record of ${ROWS} rows, ${middle((m) => m.switches)} switches`;
  print({
    name: `${name}: read, reduced and fitted`,
    figure: middle((m) => m.all),
    unit: "ms",
    baseline: { what: "read alone", figure: middle((m) => m.read) },
  });
}

const all = new Map<string, Known>();
function known(machine: Machine): Known {
  const had = all.get(machine.id) ?? knownOf(machine);
  all.set(machine.id, had);
  return had;
}
