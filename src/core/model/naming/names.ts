import { type Repair, repairOf } from "../machine/assembly";
import {
  type Fault,
  isJoint,
  JOINT_HOT,
  JOINT_INTERMITTENT,
  JOINT_OPEN,
  JOINT_PINCHED,
  JOINT_SWAPPED,
  OFF_VALUE,
  RESISTIVE,
} from "../machine/fault";
import { type Machine, maybePartOf, type Part, partOf, type TestPoint } from "../machine/format";
import { generalFaultOf } from "../machine/general-faults";
import type { Winding } from "../machine/parts/definition";
import type { ControlPositions } from "../machine/run/condition";
import { readTerminal } from "../machine/wiring";
import { lower, lowerUnlessNet } from "./text";

/** A part's name in the middle of a sentence. What the machine does not have is called by its id. */
export const partName = (machine: Machine | undefined, id: string): string => lower((machine && maybePartOf(machine, id)?.name) ?? id);

export const panelName = (machine: Machine | undefined, id: string): string => machine?.panels.find((p) => p.id === id)?.name ?? id;

export function windingSays(part: Part, { is }: Winding): string {
  const name = lower(part.name);
  return is === "whole" ? name : `${name}, ${is} winding`;
}

/** “start pressed, door open”: the controls that differ from how the machine is found; empty when none. */
export function controlsSay(machine: Machine, controls: ControlPositions): string {
  return machine.controls
    .filter((c) => controls[c.id] !== undefined && controls[c.id] !== c.rest)
    .map((c) => `${lower(c.name)} ${c.positions.find((p) => p.id === controls[c.id])?.name ?? controls[c.id]}`)
    .join(", ");
}

/** Places at the plug speak for themselves; inside, the net's own name is what is on the sheet. */
export const pointSays = (t: TestPoint): string => (t.panel === null ? t.name : t.net);

/** Where two probes are: “Drum motor, start winding”, “Heating element to cabinet”, “H3 to H4”. */
export function placeSays(machine: Machine, between: readonly [string, string]): string {
  const [a, b] = [readTerminal(between[0]), readTerminal(between[1])];
  if (a && b && a.part === b.part) {
    const part = maybePartOf(machine, a.part);
    if (!part) return a.part;
    return part.kind === "motor" ? `${part.name}, ${b.number === 3 ? "start" : "main"} winding` : part.name;
  }
  const say = (terminal: ReturnType<typeof readTerminal>, point: string) =>
    terminal ? (maybePartOf(machine, terminal.part)?.name ?? terminal.part) : point === machine.cabinet ? "cabinet" : point;
  return `${say(a, between[0])} to ${lowerUnlessNet(say(b, between[1]))}`;
}

const JOINT_SAYS: Readonly<Record<string, string>> = {
  [JOINT_OPEN]: "wire off or burnt",
  [JOINT_PINCHED]: "wire rubbed through to the cabinet",
  [JOINT_HOT]: "connection that opens when hot",
  [JOINT_INTERMITTENT]: "intermittent connection",
  [JOINT_SWAPPED]: "wires swapped",
};

/** “Thermal cut-off blown”, “Heating element: wire off or burnt at H4”. */
export function faultSays(machine: Machine, fault: Fault): string {
  const part = partOf(machine, fault.part);
  if (isJoint(fault)) {
    const nets = (fault.at ?? "").split("-").map((n) => part.nets[Number(n) - 1] ?? n);
    return `${part.name}: ${JOINT_SAYS[fault.mode] ?? "poor connection"} at ${nets.join(" and ")}`;
  }
  if (fault.mode === RESISTIVE) return `${part.name} burnt internally`;
  if (fault.mode === OFF_VALUE) {
    return `${part.name}${fault.at === undefined ? "" : `, ${fault.at} winding,`} out of tolerance`;
  }
  const known = part.faults.find((f) => f.mode === fault.mode && f.at === fault.at);
  return `${part.name} ${known?.says ?? generalFaultOf(fault.mode)?.says ?? fault.mode}`;
}

/** “Thermal cut-off blown, vent duct and hood choked”: damage first, as it is found; then its cause. Unrelated ones: “… and, apart from it, …”. */
export function faultsSay(machine: Machine, faults: readonly Fault[], unrelated: boolean): string {
  if (faults.length === 0) return "Nothing wrong with the machine";
  const [first = "", ...rest] = [...faults].reverse().map((f) => faultSays(machine, f));
  return [first, ...rest.map(lower)].join(unrelated ? " and, separately, " : ", ");
}

/** Gives what is put right, as a thing: “heating element”, “joint at the heating element”. */
export const repairName = (repair: Repair): string => (repair.is === "joint" ? `joint at the ${lower(repair.name)}` : lower(repair.name));

/** Gives what is to be done, as an order: “Replace the heating element”. */
export function repairSays(repair: Repair): string {
  if (repair.is === "joint") return `Remake the joint at the ${lower(repair.name)}`;
  return repair.is !== "fit" ? (repair.verb ?? repair.name) : `Replace the ${lower(repair.name)}`;
}

/** Gives what is fitted as one, in a sentence. What the machine does not have is called by its id. */
export function assemblyName(machine: Machine | undefined, assembly: string): string {
  try {
    return machine ? repairName(repairOf(machine, assembly)) : assembly;
  } catch (error) {
    if (!(error instanceof RangeError)) throw error;
    return assembly;
  }
}

/** Gives what was done: “Replaced: heating element”. */
export const fittedSays = (machine: Machine | undefined, assembly: string, replaced: boolean): string =>
  `${replaced ? "Replaced:" : "Fixed:"} ${assemblyName(machine, assembly)}`;
