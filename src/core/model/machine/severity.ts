import { type Fault, OFF_VALUE, RESISTIVE } from "./fault";
import type { Machine, Part } from "./format";
import { generalFaultOf } from "./general-faults";
import { kindOf } from "./parts/index";

/** Places at which a drifting part stands between the ends of its range, evenly in its logarithm; odd, so that one is the middle. */
export const SEVERITIES = 5;
/** Resistance of a poor joint, Ω: warm, hot, nearly gone. Each stands for all about it. */
export const POOR_OHMS: readonly number[] = [1, 4, 15, 60];
/** Series resistance of a contact that is burnt inside, Ω. */
const BURNT_OHMS: readonly number[] = [2, 15, 120];
/** Factors on a resistance that has left its rating, below and above. */
const TOO_LOW: readonly number[] = [0.2, 0.6];
const TOO_HIGH: readonly number[] = [1.6, 4];
/** Places of a ground along an element, hard by either end. */
const AT_ITS_ENDS: readonly number[] = [0.02, 0.98];
/** 1 σ, as a share, of what each of those stands for. */
const BURNT_SPREAD = 0.9;
const OFF_SPREAD = 0.4;
/** Of a listed range: the half distance between two places, and a little. */
const PLACES_SPREAD = 0.6;

/** Severities between the ends of a range. */
export const severitiesIn = ([low, high]: readonly [number, number]): number[] =>
  Array.from({ length: SEVERITIES }, (_, k) => low * (high / low) ** ((k + 0.5) / SEVERITIES));

/** Gives what a part may have though its file does not list it, at each severity. */
export function unlistedFaults(part: Part): Fault[] {
  const lists = (mode: string) => part.faults.some((f) => f.mode === mode);
  switch (kindOf(part).deviates) {
    case "never":
      return [];
    case "contact":
      return BURNT_OHMS.map((severity) => ({ part: part.id, mode: RESISTIVE, severity }));
    case "value":
      return [
        ...[...(lists("low") ? [] : TOO_LOW), ...(lists("aged") ? [] : TOO_HIGH)].map((severity) => ({
          part: part.id,
          mode: part.kind === "thermistor" ? "drifted" : OFF_VALUE,
          severity,
        })),
        ...(lists("grounded") ? AT_ITS_ENDS : []).map((severity) => ({ part: part.id, mode: "grounded", severity })),
      ];
    case "windings":
      return ["main", "start"].flatMap((at) =>
        [...TOO_LOW, ...TOO_HIGH].map((severity) => ({ part: part.id, mode: OFF_VALUE, at, severity })),
      );
  }
}

/** 1 σ of what a fault brings, as a share of it: a severity stands for all about it. 0: it has none. */
export function severitySpread(machine: Machine, { part, mode, at, severity }: Fault): number {
  if (severity === undefined) return 0;
  if (mode === RESISTIVE) return BURNT_SPREAD;
  const listed = machine.parts.find((p) => p.id === part)?.faults.find((f) => f.mode === mode && f.at === at)?.range;
  if (mode === "grounded" && AT_ITS_ENDS.includes(severity)) return OFF_SPREAD;
  if (listed) return (PLACES_SPREAD * Math.log(listed[1] / listed[0])) / SEVERITIES;
  if (generalFaultOf(mode)) return OFF_SPREAD;
  return mode === OFF_VALUE || mode === "drifted" ? OFF_SPREAD : 0;
}
