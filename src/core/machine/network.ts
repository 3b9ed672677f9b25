import type { Component, Netlist } from "../circuit/netlist";
import type { Condition, ControlPositions } from "./condition";
import { type FaultSet, NO_FAULTS } from "./fault";
import type { Machine, Part } from "./schema";

/** A closed contact of our own making: what the lead and spring of a good one read. */
export const CONTACT_OHMS = 0.02;
const FUSE_OHMS = 0.05;
/** Lime and softener between the moisture bars. */
const FILM_OHMS = 8000;
const SHORTED_BOARD_OHMS = 0.4;
const MAINS_HZ = 50;
/** Temperature coefficient of copper at 20 °C, /K. */
const COPPER_PER_K = 3.93e-3;
export const PLUG_OHMS = 0.005;

/** Node of a part's terminal when it is parted from its net (wire off, or a burnt joint). Terminals count from 1. */
export const terminalNode = (part: string, terminal: number): string => `${part}.${terminal}`;

/**
 * The machine as a network of resistors and sources in one condition with given faults.
 * `wiresOff` names parts whose wires are taken off all their terminals. Branch ids are `part` or `part/branch`.
 */
export function networkOf(machine: Machine, condition: Condition, faults: FaultSet, wiresOff: ReadonlySet<string> = new Set()): Netlist {
  const positions = controlsUnder(machine, condition, faults);
  const components = machine.parts.flatMap((part) => resistorsOf(machine, part, condition, positions, faults, wiresOff));
  return {
    components: [
      ...components,
      ...(condition.cordIn && !condition.breakerTripped ? supplySide(machine, faults) : wallOnly(machine, faults)),
    ],
  };
}

/** The resistors of one part, between its nets or, where a wire is off or a joint is bad, its own terminal nodes. */
function resistorsOf(
  machine: Machine,
  part: Part,
  condition: Condition,
  positions: ControlPositions,
  faults: FaultSet,
  wiresOff: ReadonlySet<string>,
): Component[] {
  const off = wiresOff.has(part.id);
  const faulty = faults.touches(part.id);
  const node = (end: number | string) => {
    if (typeof end === "string") return off && end !== machine.cabinet ? `${part.id}:${end}` : end;
    return off || (faulty && faults.joint(part.id, end)) ? terminalNode(part.id, end) : (part.nets[end - 1] as string);
  };
  const resistors = branchesOf(machine, part, condition, positions, faults).map(
    (branch): Component => ({
      kind: "resistor",
      id: branch.name === undefined ? part.id : `${part.id}/${branch.name}`,
      a: node(branch.from),
      b: node(branch.to),
      ohms: branch.ohms,
    }),
  );
  if (off || !faulty) return resistors;
  part.nets.forEach((net, i) => {
    const ohms = faults.joint(part.id, i + 1);
    if (ohms !== undefined && Number.isFinite(ohms))
      resistors.push({ kind: "resistor", id: `${part.id}/joint${i + 1}`, a: terminalNode(part.id, i + 1), b: net, ohms });
  });
  return resistors;
}

/** A cold machine with the cord out, prepared so that one suspect's network after another can be had for the price of its difference. */
export interface DeadMachine {
  readonly healthy: readonly Component[];
  /** What faults change: resistors that go and resistors that come. Empty when an ohm-meter can't tell the faults from none. */
  readonly change: (faults: FaultSet) => { readonly gone: readonly Component[]; readonly come: readonly Component[] };
}

export function deadMachine(machine: Machine, condition: Condition, wiresOff: ReadonlySet<string>): DeadMachine {
  const positions = controlsUnder(machine, condition, NO_FAULTS);
  const byPart = new Map(machine.parts.map((p) => [p.id, resistorsOf(machine, p, condition, positions, NO_FAULTS, wiresOff)]));
  return {
    healthy: [...byPart.values()].flat(),
    change: (faults) => {
      const moved = controlsUnder(machine, condition, faults);
      const touched = machine.parts.filter(
        (p) =>
          faults.touches(p.id) ||
          (moved !== positions &&
            "closedWhen" in p &&
            typeof p.closedWhen === "object" &&
            moved[p.closedWhen.control] !== positions[p.closedWhen.control]),
      );
      const gone: Component[] = [];
      const come: Component[] = [];
      for (const part of touched) {
        const before = byPart.get(part.id) as Component[];
        const after = resistorsOf(machine, part, condition, moved, faults, wiresOff);
        const same = (x: Component, y: Component) =>
          x.kind === "resistor" && y.kind === "resistor" && x.id === y.id && x.a === y.a && x.b === y.b && x.ohms === y.ohms;
        gone.push(...before.filter((x) => !after.some((y) => same(x, y))));
        come.push(...after.filter((x) => !before.some((y) => same(x, y))));
      }
      return { gone, come };
    },
  };
}

/** Controls as the faults leave them: a broken belt, a full tank, a cycle without heat. */
export function controlsUnder(
  machine: Machine,
  condition: Pick<Condition, "cordIn" | "controls">,
  faults: FaultSet,
): Readonly<Record<string, string>> {
  if (faults.faults.length === 0) return condition.controls;
  const changed: Record<string, string> = { ...condition.controls };
  for (const part of machine.parts) {
    if (!faults.touches(part.id)) continue;
    for (const move of part.moves) if (faults.has(part.id, move.mode)) changed[move.control] = move.to;
    if (part.kind === "setting" && condition.cordIn) {
      const wrong = faults.of(part.id, "wrong");
      const control = machine.controls.find((c) => c.id === part.control);
      if (wrong?.at && control && changed[part.control] === control.run) changed[part.control] = wrong.at;
    }
  }
  return changed;
}

interface Branch {
  readonly name?: string;
  /** Terminal number, or a node of the branch's own. */
  readonly from: number | string;
  readonly to: number | string;
  readonly ohms: number;
}

const contact = (closed: boolean, ohms = CONTACT_OHMS): Branch[] => (closed ? [{ from: 1, to: 2, ohms }] : []);

/** What a part contributes to the network: one case a kind. A new kind of part starts here. */
function branchesOf(
  machine: Machine,
  part: Part,
  condition: Condition,
  positions: Readonly<Record<string, string>>,
  faults: FaultSet,
): readonly Branch[] {
  const open = faults.has(part.id, "open");
  const welded = faults.has(part.id, "welded");
  switch (part.kind) {
    case "conductor":
      return contact(!open, part.ohms);
    case "switch":
    case "timer-contact": {
      const closed = part.closedWhen.in.includes(positions[part.closedWhen.control] ?? "");
      return contact(welded || (closed && !open));
    }
    case "centrifugal-contact": {
      const closed = (part.closedWhen === "at-speed") === condition.atSpeed.has(part.motor);
      return contact(welded || (closed && !open));
    }
    case "thermostat":
      return contact(welded || (!open && !condition.opened.has(part.id)));
    case "fuse":
      return contact(!open && !condition.opened.has(part.id), FUSE_OHMS);
    case "element":
      return elementBranches(machine, part, condition, faults);
    case "motor":
      return motorBranches(machine, part, condition, faults);
    case "resistor":
      return open ? [] : [{ from: 1, to: 2, ohms: part.ohms }];
    case "capacitor":
      return capacitorBranches(part, condition, faults);
    case "relay":
      return contact(welded || (!open && condition.driven.has(part.id)));
    case "thermistor":
      return thermistorBranches(machine, part, faults);
    case "moisture-bars":
      return faults.has(part.id, "shorted") ? [{ from: 1, to: 2, ohms: FILM_OHMS }] : [];
    case "board":
      return boardBranches(part, condition, faults);
    case "coil":
      return open || condition.opened.has(part.id)
        ? []
        : [{ from: 1, to: 2, ohms: part.ohms * (1 + COPPER_PER_K * (condition.coilC - 20)) * (faults.of(part.id, "low")?.severity ?? 1) }];
    case "igniter":
      return open ? [] : [{ from: 1, to: 2, ohms: igniterOhms(part, condition.igniterC) * (faults.of(part.id, "aged")?.severity ?? 1) }];
    case "radiant-sensor":
      return contact(welded || (!open && !condition.opened.has(part.id)), FUSE_OHMS);
    case "gas-valve":
    case "gas-supply":
    case "supply":
    case "belt":
    case "tank":
    case "duct":
    case "setting":
      return [];
  }
}

/** F1 and F2 of the trade notes: V²/P is taken as the resistance at 20 °C, from which the coil rises with its temperature. Ω. */
export function elementOhms(part: Extract<Part, { kind: "element" }>, elementC: number): number {
  return (part.volts ** 2 / part.watts) * (1 + part.alphaPerK * (elementC - 20));
}

/** Silicon carbide falls from its cold resistance to its hot one, most of it below 900 °C: log-linear up to there. */
export function igniterOhms(part: Extract<Part, { kind: "igniter" }>, igniterC: number): number {
  const share = Math.min(1, Math.max(0, (igniterC - 20) / 880));
  return part.coldOhms * (part.hotOhms / part.coldOhms) ** share;
}

function elementBranches(machine: Machine, part: Extract<Part, { kind: "element" }>, condition: Condition, faults: FaultSet): Branch[] {
  if (faults.has(part.id, "open")) return [];
  const ohms = elementOhms(part, condition.elementC) * (faults.of(part.id, "low")?.severity ?? 1);
  const ground = faults.of(part.id, "grounded");
  if (!ground) return [{ from: 1, to: 2, ohms }];
  const share = ground.severity ?? 0.5;
  return [
    { name: "a", from: 1, to: machine.cabinet, ohms: ohms * share },
    { name: "b", from: machine.cabinet, to: 2, ohms: ohms * (1 - share) },
  ];
}

function motorBranches(machine: Machine, part: Extract<Part, { kind: "motor" }>, condition: Condition, faults: FaultSet): Branch[] {
  const live = condition.cordIn;
  const wet = faults.of(part.id, "wet");
  const parted = faults.has(part.id, "protector-open") || condition.opened.has(part.id);
  const main = !live ? part.mainOhms : condition.atSpeed.has(part.id) ? part.runningOhms : part.lockedOhms;
  return [
    ...(parted || faults.has(part.id, "main-open") ? [] : [{ name: "main", from: 1, to: 2, ohms: main }]),
    ...(parted || faults.has(part.id, "start-open")
      ? []
      : [{ name: "start", from: 1, to: 3, ohms: live ? part.startOhms * 2 : part.startOhms }]),
    ...(wet ? [{ name: "wet", from: 2, to: machine.cabinet, ohms: wet.severity ?? 20_000 }] : []),
  ];
}

/** An ohm-meter charges it and then reads OL; on the line it has its reactance 1/(2πfC) (magnitude only). */
function capacitorBranches(part: Extract<Part, { kind: "capacitor" }>, condition: Condition, faults: FaultSet): Branch[] {
  if (faults.has(part.id, "shorted")) return [{ from: 1, to: 2, ohms: FUSE_OHMS }];
  if (faults.has(part.id, "open") || !condition.cordIn) return [];
  const farads = part.microfarads * 1e-6 * (faults.of(part.id, "low")?.severity ?? 1);
  return [{ from: 1, to: 2, ohms: 1 / (2 * Math.PI * MAINS_HZ * farads) }];
}

/** F3 of the trade notes, beta form. Ω at `celsius`. */
export function thermistorOhms(part: Extract<Part, { kind: "thermistor" }>, celsius: number): number {
  return part.ohms25 * Math.exp(part.betaK * (1 / (celsius + 273.15) - 1 / 298.15));
}

/** F3 turned round. °C at `ohms`. */
export function thermistorC(part: Extract<Part, { kind: "thermistor" }>, ohms: number): number {
  return 1 / (1 / 298.15 + Math.log(ohms / part.ohms25) / part.betaK) - 273.15;
}

/** At the room's temperature: what a meter finds. How the board follows it while it runs, the model works out. */
function thermistorBranches(machine: Machine, part: Extract<Part, { kind: "thermistor" }>, faults: FaultSet): Branch[] {
  if (faults.has(part.id, "open")) return [];
  if (faults.has(part.id, "shorted")) return [{ from: 1, to: 2, ohms: FUSE_OHMS }];
  return [{ from: 1, to: 2, ohms: thermistorOhms(part, machine.thermal.ambientC) * (faults.of(part.id, "drifted")?.severity ?? 1) }];
}

function boardBranches(part: Extract<Part, { kind: "board" }>, condition: Condition, faults: FaultSet): Branch[] {
  const [a, b] = part.sensor.nets;
  return [
    { from: 1, to: 2, ohms: faults.has(part.id, "shorted") ? SHORTED_BOARD_OHMS : part.ohms },
    ...(condition.cordIn ? [] : [{ name: "sensor-input", from: a, to: b, ohms: part.sensor.inputOhms }]),
  ];
}

function supplySide(machine: Machine, faults: FaultSet): Component[] {
  const { neutral, ground, legs } = machine.supply;
  const plug = (id: string, wall: string, pin: string): Component => ({
    kind: "resistor",
    id: `plug/${id}`,
    a: wall,
    b: pin,
    ohms: PLUG_OHMS,
  });
  return [
    ...wallOnly(machine, faults),
    ...legs.map((leg) => plug(leg.id, leg.wall, leg.pin)),
    plug("N", neutral.wall, neutral.pin),
    plug("G", ground.wall, ground.pin),
  ];
}

/** A voltage of a given phase as its parts in phase and in quadrature. */
function phasor(volts: number, degrees: number): { volts: number; quadrature?: number } {
  if (degrees === 0) return { volts };
  const angle = (degrees * Math.PI) / 180;
  return { volts: volts * Math.cos(angle), quadrature: volts * Math.sin(angle) };
}

/** The outlet itself. Earth and neutral are bonded at the house panel, which is net `0`. */
function wallOnly(machine: Machine, faults: FaultSet): Component[] {
  const { part, neutral, ground, legs } = machine.supply;
  const lost = (leg: string) => faults.has(part, "lost", leg);
  return [
    ...legs
      .filter((leg) => !lost(leg.id))
      .map((leg): Component => ({ kind: "source", id: `supply/${leg.id}`, plus: leg.wall, minus: "0", ...phasor(leg.volts, leg.degrees) })),
    ...(lost("N") ? [] : [{ kind: "resistor", id: "supply/N", a: neutral.wall, b: "0", ohms: PLUG_OHMS } as const]),
    { kind: "resistor", id: "supply/G", a: ground.wall, b: "0", ohms: PLUG_OHMS },
  ];
}

/** Where two probes can be set: a net by name, or a part's terminal as `part.1`. */
export function probeNode(machine: Machine, point: string, faults: FaultSet, wiresOff: ReadonlySet<string>): string {
  const match = /^([a-z][a-z0-9-]*)\.(\d)$/.exec(point);
  if (!match) return point;
  const part = machine.parts.find((p) => p.id === match[1]);
  const terminal = Number(match[2]);
  if (!part || terminal < 1 || terminal > part.nets.length) throw new RangeError(`“${point}” is not a terminal of ${machine.id}`);
  const parted = wiresOff.has(part.id) || faults.joint(part.id, terminal) !== undefined;
  return parted ? terminalNode(part.id, terminal) : (part.nets[terminal - 1] as string);
}
