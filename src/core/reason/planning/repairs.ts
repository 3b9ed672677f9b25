import { type OpenNow, openingFor } from "../../model/access/opening";
import { item, real } from "../../model/array/at";
import { repairOf } from "../../model/machine/assembly";
import type { Machine } from "../../model/machine/format";
import type { Hypothesis } from "../diagnosis/hypotheses";
import { type ShareBand, shareBand } from "../diagnosis/spread";
import { CALL_BACK_MINUTES, PROVE_MINUTES } from "./prices";

/** Money and time on one scale. */
export interface Rates {
  /** Of the technician, in the currency of the part prices. */
  readonly perHour: number;
}

export const DEFAULT_RATES: Rates = { perHour: 90 };

/** Gives what it costs to try a whole explanation: all its assemblies, panels included, and the run that proves it. In minutes. */
function repairMinutes(machine: Machine, assemblies: readonly string[], now: OpenNow, rates: Rates): number {
  const repairs = assemblies.map((a) => repairOf(machine, a));
  const work = repairs.reduce((sum, r) => sum + r.minutes + (r.price / rates.perHour) * 60, 0);
  const { minutes } = openingFor(
    machine,
    repairs.map((r) => r.panel),
    now,
  );
  return work + minutes + PROVE_MINUTES;
}

/** The work of it alone, parts not counted, in minutes; and what its parts cost. */
export function workAndPrice(machine: Machine, assemblies: readonly string[], now: OpenNow): { minutes: number; price: number } {
  const repairs = assemblies.map((a) => repairOf(machine, a));
  const price = repairs.reduce((sum, r) => sum + r.price, 0);
  const minutes = repairMinutes(machine, assemblies, now, DEFAULT_RATES) - (price / DEFAULT_RATES.perHour) * 60;
  return { minutes, price };
}

/** Explanations that the same repair puts right, as one. */
export interface RepairGroup {
  readonly assemblies: readonly string[];
  /** Minutes, parts and panels included, and the risk that a sibling left in place brings the machine back. */
  readonly minutes: number;
  /** Places in the list of active hypotheses. */
  readonly members: readonly number[];
}

/** A repair with its chance that it puts the trouble right. */
export interface RepairChance {
  readonly group: RepairGroup;
  readonly chance: number;
  /** Where the chance lies when base rates are off by as much as they may be. */
  readonly band: ShareBand;
}

/** Every repair with its chance. `weight`: of each active hypothesis. */
export function repairChances(groups: readonly RepairGroup[], weight: Float64Array): RepairChance[] {
  const chances = groups.map(({ members }) => members.reduce((sum, k) => sum + real(weight, k), 0));
  const squares = chances.reduce((sum, c) => sum + c ** 2, 0);
  return groups.map((group, g) => ({ group, chance: item(chances, g), band: shareBand(item(chances, g), squares) }));
}

/**
 * Groups hypotheses by what puts them right. With `sets` each repair grows to the set that ages with it; without, a
 * part that has a set carries the risk of being called back for a sibling.
 */
export function repairGroups(machine: Machine, hypotheses: readonly Hypothesis[], now: OpenNow, rates: Rates, sets = false): RepairGroup[] {
  const groups = new Map<string, { assemblies: readonly string[]; members: number[] }>();
  hypotheses.forEach((h, i) => {
    const assemblies = sets ? withSiblings(machine, h.assemblies) : h.assemblies;
    const key = assemblies.join("+");
    const group = groups.get(key);
    if (group) group.members.push(i);
    else groups.set(key, { assemblies, members: [i] });
  });
  return [...groups.values()].map((g) => ({
    ...g,
    minutes: repairMinutes(machine, g.assemblies, now, rates) + siblingRisk(machine, g.assemblies),
  }));
}

/** Gives what is fitted when one assembly of a set is due, by those who fit sets. Sorted. */
export function withSiblings(machine: Machine, assemblies: readonly string[]): readonly string[] {
  const set = machine.sets.find((s) => assemblies.some((a) => s.assemblies.includes(a)));
  return set ? [...new Set([...assemblies, ...set.assemblies])].sort() : assemblies;
}

/** Expected minutes of being called back for siblings of a set that are left in place. */
function siblingRisk(machine: Machine, assemblies: readonly string[]): number {
  const halves = machine.sets.filter(
    (s) => s.assemblies.some((a) => assemblies.includes(a)) && !s.assemblies.every((a) => assemblies.includes(a)),
  );
  return halves.reduce((sum, s) => sum + s.callBack.value * CALL_BACK_MINUTES, 0);
}
