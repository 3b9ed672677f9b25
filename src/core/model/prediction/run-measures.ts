import type { FaultSet } from "../machine/fault";
import type { Machine } from "../machine/format";
import type { Timeline } from "../machine/run/timeline";
import { DARK_C, GLOWS_C } from "../sights/run";

/** Holds what instruments and a watch find on a run: °C, Pa, seconds; a time is left out for what never happens. */
export interface RunMeasures {
  readonly "exhaust-peak": number;
  readonly "back-pressure": number;
  /** Air at its most, m³/s; what the flame gives at its most, W, 0 where none burns. */
  readonly flow: number;
  readonly input: number;
  readonly times: Readonly<Record<string, number>>;
}

export function runMeasures(machine: Machine, faults: FaultSet, { frames }: Timeline): RunMeasures {
  const duct = machine.parts.find((p) => p.kind === "duct");
  const free = (duct && faults.of(duct.id, "choked")?.severity) ?? 1;
  const flow = Math.max(...frames.map((f) => f.flow));
  const glow = frames.find((f) => f.igniterC > GLOWS_C)?.at;
  const dark = glow === undefined ? undefined : frames.find((f) => f.at > glow && f.igniterC < DARK_C)?.at;
  const flame = frames.find((f) => f.flame)?.at;
  return {
    "exhaust-peak": Math.max(...frames.map((f) => f.exhaustC)),
    "back-pressure": (machine.thermal.ductPaPerM3PerS2 * flow * flow) / (free * free),
    flow,
    input: machine.burner ? Math.max(...frames.map((f) => (f.flame ? f.heatW : 0))) : 0,
    times: {
      ...(glow !== undefined && { glow }),
      ...(dark !== undefined && { dark }),
      ...(flame !== undefined && { flame }),
    },
  };
}
