import { type Course, courseOf } from "../../core/model/cycling/course";
import type { Series } from "../../core/model/cycling/series";
import { type Cycling, cyclingOf } from "../../core/model/cycling/switches";
import { fitRun, type RunFit } from "../../core/model/fitting/fit-run";
import { knownOf } from "../../core/model/fitting/known";
import { outlineOf } from "../../core/model/logging/outline";
import { readLog } from "../../core/model/logging/read-log";
import { textOf } from "../../core/model/logging/text-of";
import { type Fault, FaultSet } from "../../core/model/machine/fault";
import type { Machine } from "../../core/model/machine/format";
import { operate, startScript } from "../../core/model/machine/run/operate";
import { loggedRun } from "../../core/practice/logged-run";

export interface ReadCycle {
  readonly cycling: Cycling;
  readonly course: Course;
  /** Or why it can't be fitted. */
  readonly fit: RunFit | string;
  readonly fitted: readonly (readonly [number, number])[];
  /** Says how the exhaust would go when nothing is wrong, then under each of the faults of the question; as long as the record. */
  readonly runs: readonly (readonly (readonly [number, number])[])[];
}

const MOST_POINTS = 600;
const LONGEST_S = 3600;

/** A record of the exhaust (a file of °C over time), compared with runs of this machine under each set of faults. */
export function readCycle(machine: Machine, bytes: Uint8Array, faults: readonly (readonly Fault[])[]): ReadCycle {
  const series: Series = readLog(textOf(bytes));
  const cycling = cyclingOf(series);
  const fit = fitted(machine, series);
  const long = Math.min(LONGEST_S, series.seconds.at(-1) ?? 0);
  return {
    cycling,
    course: courseOf(series, cycling.switches),
    fit,
    fitted:
      typeof fit === "string"
        ? []
        : points(
            Float64Array.from(fit.curve, (_, i) => i),
            fit.curve,
          ),
    runs: [[], ...faults].map((f) => {
      const { frames } = operate(machine, new FaultSet(f), { ...startScript(machine, long), everyS: 5 });
      return points(
        Float64Array.from(frames, (x) => x.at),
        Float64Array.from(frames, (x) => x.exhaustC),
      );
    }),
  };
}

function fitted(machine: Machine, series: Series): RunFit | string {
  try {
    return fitRun(machine, series, knownOf(machine));
  } catch (error) {
    return error instanceof Error ? error.message : String(error);
  }
}

const points = (seconds: Float64Array, values: Float64Array): [number, number][] =>
  outlineOf({ seconds, values }, MOST_POINTS).flatMap(([t, v]) => (v === null ? [] : [[t, v] as [number, number]]));

const EVERY_S = 5;
const NOISE_K = 0.5;

/** The file of a simulated logger in the exhaust of a machine with a hidden fault. */
export function simulatedLog(machine: Machine, seed: number): string {
  const { series } = loggedRun(machine, { seed, noiseK: NOISE_K, everyS: EVERY_S });
  const rows = [...series.seconds].map((t, i) => `${t},${(series.values[i] ?? 0).toFixed(2)}`);
  return ["time (s),exhaust (°C)", ...rows].join("\n");
}
