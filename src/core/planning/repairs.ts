import type { Hypothesis } from "../diagnosis/hypotheses";
import { type Machine, partOf, unitOf } from "../machine/schema";

/** Money and time on one scale. */
export interface Rates {
  /** Of the technician, in the currency of the part prices. */
  readonly perHour: number;
}

export const DEFAULT_RATES: Rates = { perHour: 90 };

/** Minutes of the run that shows whether a repair was the one (est.). */
export const PROVE_MINUTES = 4;
const JOINT_MINUTES = 8;
const JOINT_PRICE = 2;

export interface UnitRepair {
  readonly id: string;
  readonly name: string;
  /** “Fit the thermal cut-off”. */
  readonly says: string;
  readonly minutes: number;
  readonly price: number;
  readonly panel: string | null;
  readonly replaces: boolean;
}

/** How one unit is put right: fitted, or remedied (cleared, reset, set), or its burnt joint remade. */
export function unitRepair(machine: Machine, unit: string): UnitRepair {
  if (unit.startsWith("joint.")) {
    const part = partOf(machine, unit.slice("joint.".length));
    return {
      id: unit,
      name: `joint at the ${part.name.toLowerCase()}`,
      says: `Remake the joint at the ${part.name.toLowerCase()}`,
      minutes: JOINT_MINUTES,
      price: JOINT_PRICE,
      panel: part.panel,
      replaces: false,
    };
  }
  const part = machine.parts.find((p) => (p.unit ?? p.id) === unit);
  if (!part) throw new RangeError(`“${unit}” is not a unit of ${machine.id}`);
  const remedy = part.faults.find((f) => f.remedy)?.remedy;
  if (remedy && !part.fit && !part.unit)
    return {
      id: unit,
      name: part.name,
      says: remedy.verb,
      minutes: remedy.minutes,
      price: remedy.price,
      panel: part.panel,
      replaces: false,
    };
  const u = unitOf(machine, part);
  return {
    id: unit,
    name: u.name,
    says: `Fit a new ${u.name.toLowerCase()}`,
    minutes: u.minutes,
    price: u.price,
    panel: u.panel,
    replaces: true,
  };
}

/** Panels to take off to reach `panels`, with those they lie behind, less what is off already. */
export function panelsToOpen(machine: Machine, panels: readonly (string | null)[], off: readonly string[]): string[] {
  const needed: string[] = [];
  const visit = (id: string) => {
    if (off.includes(id) || needed.includes(id)) return;
    const panel = machine.panels.find((p) => p.id === id);
    for (const first of panel?.behind ?? []) visit(first);
    needed.push(id);
  };
  for (const id of panels) if (id !== null) visit(id);
  return needed;
}

/** Minutes to take panels off and, in the end, put them back. */
export function panelMinutes(machine: Machine, ids: readonly string[]): number {
  return ids.reduce((sum, id) => {
    const panel = machine.panels.find((p) => p.id === id);
    return sum + (panel ? panel.minutesOff + panel.minutesOn : 0);
  }, 0);
}

/** What it costs to try a whole explanation: all its units, panels included, and the run that proves it. In minutes. */
export function repairMinutes(machine: Machine, units: readonly string[], off: readonly string[], rates: Rates): number {
  const repairs = units.map((u) => unitRepair(machine, u));
  const work = repairs.reduce((sum, r) => sum + r.minutes + (r.price / rates.perHour) * 60, 0);
  const panels = panelsToOpen(
    machine,
    repairs.map((r) => r.panel),
    off,
  );
  return work + panelMinutes(machine, panels) + PROVE_MINUTES;
}

/** Explanations that the same repair puts right, as one. */
export interface RepairGroup {
  readonly units: readonly string[];
  /** Minutes, parts and panels included, and the risk that a sibling left in place brings the machine back. */
  readonly minutes: number;
  /** Places in the list of active hypotheses. */
  readonly members: readonly number[];
}

/** A second visit, in minutes (est.). */
export const CALL_BACK_MINUTES = 90;

/**
 * Groups hypotheses by what puts them right. With `sets` each repair grows to the set that ages with it; without, a
 * part that has a set carries the risk of being called back for a sibling.
 */
export function repairGroups(
  machine: Machine,
  hypotheses: readonly Hypothesis[],
  off: readonly string[],
  rates: Rates,
  sets = false,
): RepairGroup[] {
  const groups = new Map<string, { units: readonly string[]; members: number[] }>();
  hypotheses.forEach((h, i) => {
    const units = sets ? withSiblings(machine, h.units) : h.units;
    const key = units.join("+");
    const group = groups.get(key);
    if (group) group.members.push(i);
    else groups.set(key, { units, members: [i] });
  });
  return [...groups.values()].map((g) => ({ ...g, minutes: repairMinutes(machine, g.units, off, rates) + siblingRisk(machine, g.units) }));
}

/** What is fitted when one unit of a set is due, by those who fit sets. Sorted. */
export function withSiblings(machine: Machine, units: readonly string[]): readonly string[] {
  const set = machine.sets.find((s) => units.some((u) => s.units.includes(u)));
  return set ? [...new Set([...units, ...set.units])].sort() : units;
}

/** Expected minutes of being called back for siblings of a set that are left in place. */
function siblingRisk(machine: Machine, units: readonly string[]): number {
  const halves = machine.sets.filter((s) => s.units.some((u) => units.includes(u)) && !s.units.every((u) => units.includes(u)));
  return halves.reduce((sum, s) => sum + s.callBack.value * CALL_BACK_MINUTES, 0);
}
