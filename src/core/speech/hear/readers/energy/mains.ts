import { item } from "../../../../model/array/at";
import type { Machine } from "../../../../model/machine/format";

type Leg = Machine["supply"]["legs"][number];

/** Gives what one leg has to neutral, V. */
const legVolts = ({ supply }: Machine): number => Math.abs(item(supply.legs, 0).volts);

/** Gives what both legs have between them, V; `undefined` where there is one. */
function gapVolts({ supply: { legs } }: Machine): number | undefined {
  const [one, two] = legs;
  return one && two ? phasorGap(one, two) : undefined;
}

/** Volts between two legs, from each one's volts and phase. */
function phasorGap(a: Leg, b: Leg): number {
  const angle = ((a.degrees - b.degrees) * Math.PI) / 180;
  return Math.sqrt(a.volts ** 2 + b.volts ** 2 - 2 * a.volts * b.volts * Math.cos(angle));
}

/** Between one leg's volts and those between the legs, nearer to the latter: half way by ratio. Of both legs, 120 V and 240 V: 170 V. */
export function acrossLegs(machine: Machine): (volts: number) => boolean {
  const least = Math.sqrt(legVolts(machine) * (gapVolts(machine) ?? 0));
  return (volts) => volts > least;
}

/** From half of one leg to half more than what two of them have (est.): nothing but mains. */
export const canBeMains = (machine: Machine, volts: number): boolean => volts > legVolts(machine) / 2 && volts < legVolts(machine) * 3;

/** As little as a meter picks up from the wires beside (est.): a sixth of a leg's volts. */
export const pickedUp = (machine: Machine): number => legVolts(machine) / 6;

/** Within a tenth of what this house gives, to neutral or between the legs. */
export const isHouseVolts = (machine: Machine, volts: number): boolean =>
  [legVolts(machine), gapVolts(machine)].some((house) => house !== undefined && Math.abs(volts - house) < house / 10);
