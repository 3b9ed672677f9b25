import { item } from "../array/at";
import type { Piece } from "../finding/kinds/spot";
import { type Machine, type Part, partOf } from "../machine/format";

/** A trouble that no hypothesis contains, made by a change of the machine itself. */
export interface Foreign {
  readonly says: string;
  /** The piece at which it is found. */
  readonly at: Piece;
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

/** A blower wheel that slips on its shaft: the duct is free and little air comes. */
const looseWheel: Make = (machine, random) => {
  const k = between(0.04, 0.2, random);
  const { thermal } = machine;
  return { ...machine, thermal: { ...thermal, fanFreeM3PerS: thermal.fanFreeM3PerS * k, fanShutoffPa: thermal.fanShutoffPa * k } };
};

/** Something that acts at the wrong temperature because it is the wrong part: right shape, other rating. */
const wrongRating: Make = (machine, random) => {
  const part = pick(
    machine.parts.filter((p) => "opensC" in p && p.kind !== "thermostat"),
    random,
  );
  if (!part) return undefined;
  const share = between(0.3, 0.55, random);
  return withPart(machine, part.id, (p) => ({ ...p, ...("opensC" in p && { opensC: p.opensC * share }) }) as Part);
};

/** A blocked orifice or low gas pressure: a flame that gives little. */
const lowFlame: Make = (machine, random) =>
  machine.burner && { ...machine, burner: { ...machine.burner, watts: machine.burner.watts * between(0.03, 0.2, random) } };

/** Gas that does not light though all is hot: air in the line, spider in the tube. */
const hardToLight: Make = (machine) => machine.burner && { ...machine, burner: { ...machine.burner, ignitesAboveC: 2000 } };

/** A drum that drags so much that its motor never comes up to speed. */
const drag: Make = (machine) => {
  const motor = partOf(machine, machine.drum.motor);
  return withPart(machine, motor.id, (p) => ({ ...p, ...(p.kind === "motor" && { startsAt: 1.4 }) }) as Part);
};

const TROUBLES: readonly { readonly says: string; readonly at: Piece; readonly make: Make }[] = [
  { says: "two wires swapped", at: "wiring", make: swappedWires },
  { says: "a stray path", at: "wiring", make: bridge },
  { says: "a loose blower wheel", at: "blower", make: looseWheel },
  { says: "a part of the wrong rating", at: "wiring", make: wrongRating },
  { says: "a flame that gives little", at: "burner", make: lowFlame },
  { says: "gas that does not light", at: "burner", make: hardToLight },
  { says: "a drum that drags", at: "drum", make: drag },
];

/** A trouble drawn for this machine; `undefined` where the one drawn makes no sense there. */
export function drawForeign(machine: Machine, random: () => number): Foreign | undefined {
  const trouble = item(TROUBLES, Math.floor(random() * TROUBLES.length));
  const changed = trouble.make(machine, random);
  return changed && { says: trouble.says, at: trouble.at, machine: changed };
}
