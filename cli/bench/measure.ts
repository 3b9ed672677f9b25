import { v7 } from "uuid";
import { understand } from "../../src/core/entry/understand";
import { vocabularyOf } from "../../src/core/entry/vocabulary";
import type { Draft, Entry } from "../../src/core/job/entry";
import { foldJob } from "../../src/core/job/fold";
import type { Machine } from "../../src/core/machine/schema";
import { findMachine } from "../../src/machines";

export interface Line {
  readonly name: string;
  readonly figure: number;
  readonly unit: string;
  readonly target?: number;
  readonly baseline?: { readonly what: string; readonly figure: number };
}

export function print(line: Line): void {
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

export const quantile = (sorted: readonly number[], q: number): number =>
  sorted[Math.min(sorted.length - 1, Math.floor(q * sorted.length))] as number;

/** Sorted milliseconds of `rounds` calls. */
export function timed(rounds: number, work: (i: number) => void): number[] {
  const times: number[] = [];
  for (let i = 0; i < rounds; i++) {
    const start = performance.now();
    work(i);
    times.push(performance.now() - start);
  }
  return times.sort((a, b) => a - b);
}

/** The machines that are measured: the electric one, and the one with the most hypotheses. */
export const ELECTRIC = findMachine("orrinshaw-e27") as Machine;
export const LARGEST = findMachine("brisk-tolley-v45g") as Machine;

/** The entries of a job on which these lines were typed. */
export function sampleEntries(lines: readonly string[], machine: Machine = ELECTRIC): Entry[] {
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

export const PREFIX = ["turns, starts, no heat", "air strong", "safe"];
export const READINGS = [
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
