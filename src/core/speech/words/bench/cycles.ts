import type { Course } from "../../../model/cycling/course";
import type { Cycling } from "../../../model/cycling/switches";
import type { RunFit } from "../../../model/fitting/fit-run";
import type { Machine } from "../../../model/machine/format";
import { airflow } from "../../../model/machine/run/heat";
import { clockSays } from "../../../model/naming/text";
import { fahrenheit, fahrenheitRise, formatValue } from "../../../model/quantity/format";
import { cfmOf } from "../../../model/quantity/quantity";
import { flowSays } from "./air";

/** A thermostat acts within so many K of its rating. */
const RATED_WITHIN_K = 6;

interface CycleFact {
  readonly name: string;
  readonly says: string;
  readonly is?: "good" | "bad" | undefined;
}

const degrees = (celsius: number): string => fahrenheit(celsius, 1);
const by = (kelvin: number): string => fahrenheitRise(kelvin, 1);

/** Gives what a record of the exhaust comes to, fact by fact, held against what the machine's file says. */
export function cycleFacts(
  machine: Machine,
  { cycling, course, fit }: { readonly cycling: Cycling; readonly course: Course; readonly fit: RunFit | string },
): CycleFact[] {
  const facts: CycleFact[] = [{ name: "rises", says: `${by(course.risesKPerMin)} a minute at most` }];
  if (cycling.peak !== null && cycling.trough !== null)
    facts.push({
      name: "swings",
      says: `${degrees(cycling.trough)} to ${degrees(cycling.peak)}; overshoots by ${by(course.overshootK ?? 0)}, undershoots by ${by(course.undershootK ?? 0)}`,
    });
  if (course.plateau) {
    const { from, to, celsius } = course.plateau;
    facts.push({
      name: "wet",
      says: `stands at ${degrees(celsius)} from ${clockSays(from)} to ${clockSays(to)}: water takes the heat; dry after that`,
    });
  }
  if (typeof fit === "string") return [...facts, { name: "fit", says: `can’t be fitted: ${fit}` }];
  const clear = airflow(machine, true, 1);
  const low = fit.flow.value + 2 * fit.flow.sigma < LOW_FLOW * clear;
  facts.push(
    { name: "air flow", says: `${flowSays(fit.flow)}; clear ${cfmOf(clear).toFixed(0)} cfm`, is: low ? "bad" : "good" },
    { name: "heat", says: `${formatValue(fit.watts.value, "watt")} ±${formatValue(2 * fit.watts.sigma, "watt")}` },
    ...switchedBy(machine, fit),
    {
      name: "left over",
      says: `${by(fit.leftK)}, 1 σ${fit.leftK > ODD_K ? ": more than noise. The machine is not as its file, or it was not empty." : ""}`,
      is: fit.leftK > ODD_K ? "bad" : undefined,
    },
  );
  return facts;
}

const LOW_FLOW = 0.75;
const ODD_K = 2;

interface Rated {
  readonly name: string;
  readonly senses: "exhaust" | "box";
  readonly opensC: number;
  readonly closesC: number;
}

/** Which thermostat switched, or the board by its sensor: the one whose ratings are met; the exhaust's where both could be. */
function switchedBy(machine: Machine, { off, on }: RunFit): CycleFact[] {
  if (!off || !on) return [];
  const rated: readonly Rated[] = machine.parts.flatMap((p): Rated[] => {
    if (p.kind === "board")
      return [{ name: `${p.name}, by its sensor`, senses: "exhaust", opensC: p.sensor.heatOffC, closesC: p.sensor.heatOnC }];
    return p.kind === "thermostat" && p.closesC !== undefined
      ? [{ name: p.name, senses: p.senses, opensC: p.opensC, closesC: p.closesC }]
      : [];
  });
  const at = (senses: "exhaust" | "box") =>
    senses === "exhaust" ? { opens: off.exhaustC, closes: on.exhaustC } : { opens: off.boxC, closes: on.boxC };
  const near = rated
    .map((p) => ({ part: p, ...at(p.senses), off: Math.abs(at(p.senses).opens - p.opensC) }))
    .sort((a, b) => a.off - b.off)[0];
  if (!near) return [];
  const { part, opens, closes } = near;
  const good = Math.abs(opens - part.opensC) <= RATED_WITHIN_K && Math.abs(closes - part.closesC) <= RATED_WITHIN_K;
  return [
    {
      name: "switched by",
      says: `${part.name}: opens at ${degrees(opens)}, closes at ${degrees(closes)}; rated ${fahrenheit(part.opensC)} and ${fahrenheit(part.closesC)} ±${fahrenheitRise(RATED_WITHIN_K)}`,
      is: good ? "good" : "bad",
    },
  ];
}
