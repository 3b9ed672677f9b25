import { item } from "../../src/core/model/array/at";
import type { Machine } from "../../src/core/model/machine/format";
import { findMachine } from "../../src/machines";
import { TypedJob } from "../typed-job";

interface Line {
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
  item(sorted, Math.min(sorted.length - 1, Math.floor(q * sorted.length)));

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
export const ELECTRIC = shipped("orrinshaw-e27");
export const LARGEST = shipped("brisk-tolley-v45g");

function shipped(id: string): Machine {
  const machine = findMachine(id);
  if (!machine) throw new RangeError(`no machine “${id}” ships`);
  return machine;
}

/** A job on which these lines were typed. */
export const sampleJob = (lines: readonly string[], machine: Machine = ELECTRIC): TypedJob => new TypedJob(machine).type(...lines);

export const PREFIX = ["turns, starts, no heat", "air strong", "proved dead"];
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
