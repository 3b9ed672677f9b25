import type { Component, Netlist } from "../circuit/netlist";
import { type FaultSet, NO_FAULTS, OFF_VALUE, RESISTIVE } from "./fault";
import type { Machine, Part } from "./format";
import type { PartBranch, PartState } from "./parts/definition";
import { controlOf, kindOf } from "./parts/index";
import type { Condition, ControlPositions } from "./run/condition";
import { AS_DRAWN, editsOfFaults, readTerminal, type Wiring, type WiringEdit, wiringOf, wiringUnder } from "./wiring";

export const PLUG_OHMS = 0.005;

/**
 * The machine as a network of resistors and sources in one condition, with given faults and wiring. Branch ids are `part`
 * or `part/branch`. Bad joints are in the wiring: see {@link wiringUnder}.
 */
export function networkOf(
  machine: Machine,
  condition: Condition,
  faults: FaultSet,
  wiring: Wiring = wiringUnder(machine, faults, []),
): Netlist {
  const positions = controlsUnder(machine, condition, faults);
  const components = machine.parts.flatMap((part) => resistorsOf(machine, part, condition, positions, faults, wiring));
  return {
    components: [
      ...components,
      ...(condition.cordIn && !condition.breakerTripped ? supplySide(machine, faults) : wallOnly(machine, faults)),
    ],
  };
}

/** The resistors of one part between the nodes where its wires go, and those that its wiring brings. */
function resistorsOf(
  machine: Machine,
  part: Part,
  condition: Condition,
  positions: ControlPositions,
  faults: FaultSet,
  wiring: Wiring,
): Component[] {
  const apart = wiring.isOff(part.id);
  const node = (end: number | string) => {
    if (typeof end === "number") return wiring.node(part, end);
    return apart && end !== machine.cabinet ? `${part.id}:${end}` : end;
  };
  const state: PartState = { condition, positions, faults, cabinet: machine.cabinet, ambientC: machine.thermal.ambientC };
  const resistors = kindOf(part)
    .branches(part, state)
    .map(
      (branch): Component => ({
        kind: "resistor",
        id: branch.name === undefined ? part.id : `${part.id}/${branch.name}`,
        a: node(branch.from),
        b: node(branch.to),
        ohms: withDeviation(part.id, branch, faults),
      }),
    );
  for (const bond of wiring.bonds(part.id)) resistors.push({ kind: "resistor", ...bond });
  return resistors;
}

/** A contact that is burnt inside, a resistance far from its rating. Ω. */
function withDeviation(part: string, { name, ohms }: PartBranch, faults: FaultSet): number {
  if (!faults.touches(part)) return ohms;
  const off = faults.of(part, OFF_VALUE);
  const factor = off && (off.at === undefined || off.at === name) ? (off.severity ?? 1) : 1;
  return ohms * factor + (faults.of(part, RESISTIVE)?.severity ?? 0);
}

/** A cold machine with the cord out, prepared so that one suspect's network after another can be had for the price of its difference. */
export interface DeadMachine {
  readonly healthy: readonly Component[];
  /** Gives what faults change: resistors that go and resistors that come. Empty when an ohm-meter can't tell the faults from none. */
  readonly change: (faults: FaultSet) => { readonly gone: readonly Component[]; readonly come: readonly Component[] };
}

export function deadMachine(machine: Machine, condition: Condition, edits: readonly WiringEdit[]): DeadMachine {
  const positions = controlsUnder(machine, condition, NO_FAULTS);
  const wiring = wiringOf(machine, edits);
  const byPart = new Map(machine.parts.map((p) => [p.id, resistorsOf(machine, p, condition, positions, NO_FAULTS, wiring)]));
  return {
    healthy: [...byPart.values()].flat(),
    change: (faults) => {
      const moved = controlsUnder(machine, condition, faults);
      const joints = editsOfFaults(faults);
      const rewired = joints.length === 0 ? wiring : wiringOf(machine, [...joints, ...edits]);
      const gone: Component[] = [];
      const come: Component[] = [];
      for (const part of machine.parts) {
        if (!faults.touches(part.id) && !isMoved(part, positions, moved)) continue;
        const before = byPart.get(part.id) ?? [];
        const after = resistorsOf(machine, part, condition, moved, faults, rewired);
        gone.push(...before.filter((x) => !after.some((y) => isSame(x, y))));
        come.push(...after.filter((x) => !before.some((y) => isSame(x, y))));
      }
      return { gone, come };
    },
  };
}

function isMoved(part: Part, before: ControlPositions, after: ControlPositions): boolean {
  const control = before === after ? undefined : controlOf(part)?.control;
  return control !== undefined && before[control] !== after[control];
}

const isSame = (x: Component, y: Component): boolean =>
  x.kind === "resistor" && y.kind === "resistor" && x.id === y.id && x.a === y.a && x.b === y.b && x.ohms === y.ohms;

/** Controls as the faults leave them: a broken belt, a full tank, a cycle without heat. */
export function controlsUnder(machine: Machine, condition: Pick<Condition, "cordIn" | "controls">, faults: FaultSet): ControlPositions {
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

/** Two legs of a three-phase star instead of the two ends of one winding: 120° between them instead of 180°, so 208 V where the sheet has 240. */
const STAR_DEGREES = -60;

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
  const turned = faults.has(part, "star-fed") ? STAR_DEGREES : 0;
  return [
    ...legs
      .filter((leg) => !lost(leg.id))
      .map((leg): Component => {
        const degrees = leg.degrees + (leg.id === legs[1]?.id ? turned : 0);
        return { kind: "source", id: `supply/${leg.id}`, plus: leg.wall, minus: "0", ...phasor(leg.volts, degrees) };
      }),
    ...(lost("N") ? [] : [{ kind: "resistor", id: "supply/N", a: neutral.wall, b: "0", ohms: PLUG_OHMS } as const]),
    { kind: "resistor", id: "supply/G", a: ground.wall, b: "0", ohms: PLUG_OHMS },
  ];
}

/** Where a probe is set: a net by name, or a part's terminal as `part.1`. Throws RangeError for a terminal that is not there. */
export function probeNode(machine: Machine, point: string, wiring: Wiring = AS_DRAWN): string {
  const at = readTerminal(point);
  if (!at) return point;
  const part = machine.parts.find((p) => p.id === at.part);
  if (!part || at.number < 1 || at.number > part.nets.length) throw new RangeError(`“${point}” is not a terminal of ${machine.id}`);
  return wiring.node(part, at.number);
}
