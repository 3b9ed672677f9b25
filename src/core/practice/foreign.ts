import { item } from "../model/array/at";
import type { Machine, Part } from "../model/machine/format";
import type { MendedPiece } from "../model/machine/pieces";

/** A trouble that no hypothesis contains, made by a change of the machine itself. */
export interface Foreign {
  readonly says: string;
  /** The piece at which it is found and put right. */
  readonly at: MendedPiece;
  readonly machine: Machine;
}

type Make = (machine: Machine, random: () => number) => Machine | undefined;

const pick = <T>(list: readonly T[], random: () => number): T | undefined => list[Math.floor(random() * list.length)];
const between = (low: number, high: number, random: () => number): number => low * (high / low) ** random();

const withPart = (machine: Machine, id: string, change: (part: Part) => Part): Machine => ({
  ...machine,
  parts: machine.parts.map((p) => (p.id === id ? change(p) : p)),
});

/** Two-ended parts that carry current. */
const wired = (machine: Machine): Part[] => machine.parts.filter((p) => p.nets.length === 2);

/** Wires of two terminals on each other's place, after an earlier repair. */
const swappedWires: Make = (machine, random) => {
  const [a, b] = [pick(wired(machine), random), pick(wired(machine), random)];
  if (!a || !b || a.id === b.id) return undefined;
  const [i, j] = [random() < 0.5 ? 0 : 1, random() < 0.5 ? 0 : 1];
  const [one, two] = [item(a.nets, i), item(b.nets, j)];
  if (one === two || a.nets.includes(two) || b.nets.includes(one)) return undefined;
  const put = (part: Part, at: number, net: string) => ({ ...part, nets: part.nets.map((n, k) => (k === at ? net : n)) }) as Part;
  return withPart(
    withPart(machine, a.id, (p) => put(p, i, two)),
    b.id,
    (p) => put(p, j, one),
  );
};

/** Current from one net to another that has no business there: a melted harness, water in a plug. */
const bridge: Make = (machine, random) => {
  const model = machine.parts.find((p) => p.kind === "conductor");
  const nets = [...new Set(wired(machine).flatMap((p) => p.nets))];
  const [a, b] = [pick(nets, random), pick(nets, random)];
  if (!model || !a || !b || a === b) return undefined;
  const ohms = between(0.2, 400, random);
  const part = { ...model, id: "stray-path", nets: [a, b], ohms, faults: [], jointWeight: 0, panel: null } as Part;
  return { ...machine, parts: [...machine.parts, part] };
};

/** A housing that leaks inside: warm air goes round instead of out. */
const leakyHousing: Make = (machine, random) =>
  machine.thermal.recirculates === 0 ? { ...machine, thermal: { ...machine.thermal, recirculates: between(0.6, 0.9, random) } } : undefined;

/** Limits that hang beside their seats and feel the heat late. */
const looseLimits: Make = (machine, random) => ({
  ...machine,
  thermal: { ...machine.thermal, sensorLagS: machine.thermal.sensorLagS * between(8, 25, random) },
});

/** A box that lost its lining: it loses its heat to the cabinet. */
const lostLining: Make = (machine, random) => ({
  ...machine,
  thermal: { ...machine.thermal, boxLossWPerK: machine.thermal.boxLossWPerK * between(100, 300, random) },
});

const TROUBLES: readonly { readonly says: string; readonly at: MendedPiece; readonly make: Make }[] = [
  { says: "two wires swapped", at: "wiring", make: swappedWires },
  { says: "a stray path", at: "wiring", make: bridge },
  { says: "a housing that leaks inside", at: "blower", make: leakyHousing },
  { says: "limits beside their seats", at: "wiring", make: looseLimits },
  { says: "a heater box without its lining", at: "blower", make: lostLining },
];

/** A trouble drawn for this machine; `undefined` where the one drawn makes no sense there. */
export function drawForeign(machine: Machine, random: () => number): Foreign | undefined {
  const trouble = item(TROUBLES, Math.floor(random() * TROUBLES.length));
  const changed = trouble.make(machine, random);
  return changed && { says: trouble.says, at: trouble.at, machine: changed };
}
