import type { Machine, Part } from "../../model/machine/format";
import { terminalName } from "../../model/machine/wiring";
import { SUPPLY } from "../../record/finding/kinds/amps";
import { limitsOf } from "../../record/finding/limits/limits-of";

/** A part through which current passes while the machine heats, A of a healthy one. */
interface Loaded {
  readonly part: Part;
  readonly amps: number;
}

/** From here on a joint warms, A (est.). */
const LEAST_AMPS = 0.5;

/** The parts that carry current in a healthy run on heat, the most first. */
export function loadedParts(machine: Machine): Loaded[] {
  return machine.parts
    .filter((p) => p.nets.length > 0 && p.kind !== "supply")
    .map((part) => ({ part, amps: healthyAmps(machine, part.id) }))
    .filter((l) => l.amps >= LEAST_AMPS)
    .sort((a, b) => b.amps - a.amps);
}

/** A through a part, or the whole machine, in a healthy run on heat. */
export const healthyAmps = (machine: Machine, through: string = SUPPLY): number =>
  limitsOf(machine, { kind: "amps", place: { through }, circumstances: {} }).rated?.value ?? 0;

/** A joint under load: from a part's terminal to the wire that lies on it. */
interface LoadedJoint {
  readonly between: readonly [string, string];
  readonly part: Part;
  readonly amps: number;
}

/** Every joint of the parts that carry current, in the order of their current. */
export const loadedJoints = (machine: Machine): LoadedJoint[] =>
  loadedParts(machine).flatMap(({ part, amps }) =>
    part.nets.slice(0, 2).map((net, i): LoadedJoint => ({ between: [terminalName(part.id, i + 1), net], part, amps })),
  );

/** The terminal block behind the cord: where each leg and neutral come in, by the name of its pin. */
export function terminalBlock(machine: Machine): ReadonlyMap<string, string> {
  const { legs, neutral } = machine.supply;
  const behind = (pin: string): string =>
    machine.parts.flatMap((p) => (p.kind === "conductor" && p.nets[0] === pin && p.nets[1] !== undefined ? [p.nets[1]] : []))[0] ?? pin;
  return new Map([...legs.map((l) => [l.wall, behind(l.pin)] as const), [neutral.wall, behind(neutral.pin)]]);
}
