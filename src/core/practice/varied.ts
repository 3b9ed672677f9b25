import { partsOfAssembly } from "../model/machine/assembly";
import type { Fault } from "../model/machine/fault";
import { type Machine, partOf } from "../model/machine/format";
import { kindOf } from "../model/machine/parts/index";
import type { Nature } from "./nature";
import { drawIndex, streamFrom, within } from "./random";

/** However a tolerance is stretched, a part keeps this share of its rating. */
const LEAST_FACTOR = 0.2;

/** The machine as it stands in one house: its parts within what this nature makes of their tolerances, its room, the steps of its clockwork. */
export function variedMachine(machine: Machine, { roomC, together, toleranceFactor, timerSteps }: Nature, seed: number): Machine {
  const common = 2 * streamFrom(seed, "all parts")() - 1;
  const varied = (part: Machine["parts"][number]) => {
    const random = streamFrom(seed, `part ${part.id}`);
    const evenly = (share: number) => 1 + share * ((1 - together) * (2 * random() - 1) + together * common);
    const factor = "tolerance" in part ? evenly(toleranceFactor * part.tolerance) : 1;
    return kindOf(part).varied(part, { factor: Math.max(LEAST_FACTOR, factor), evenly });
  };
  const steps = streamFrom(seed, "timer");
  const { timer, thermal } = machine;
  return {
    ...machine,
    ...(roomC && { thermal: { ...thermal, ambientC: within(roomC, streamFrom(seed, "room")) } }),
    parts: machine.parts.map(varied),
    ...(timer && {
      timer: {
        ...timer,
        advances: timer.advances.map((a) => ({ ...a, afterMinutes: a.afterMinutes * (1 + timerSteps * (2 * steps() - 1)) })),
      },
    }),
  };
}

/** Gives what is wrong with the n-th new one of an assembly that was fitted; mostly nothing. */
export function wrongWithNew(machine: Machine, { badNew }: Nature, seed: number, assembly: string, n: number): Fault[] {
  const random = streamFrom(seed, `new ${assembly} ${n}`);
  if (random() >= badNew) return [];
  const known = partsOfAssembly(machine, assembly).flatMap((id) =>
    partOf(machine, id).faults.flatMap((f) =>
      f.remedy ? [] : [{ part: id, mode: f.mode, at: f.at, severity: f.severity, weight: f.weight.value }],
    ),
  );
  if (known.length === 0) return [];
  const drawn = drawIndex(
    known.map((f) => f.weight),
    random,
  );
  return known.slice(drawn, drawn + 1).map(({ weight: _, ...fault }) => fault);
}
