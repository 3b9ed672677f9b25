import { type Differs, openingFor } from "../../model/access/opening";
import { assemblyIdOf, repairOf, replaces } from "../../model/machine/assembly";
import { hasHood, type Machine } from "../../model/machine/format";
import { type Cents, moneySays, shareOf, sumOf, timeCosts, times } from "../../model/quantity/money";
import { type Bill, type BillLine, billOf } from "../../record/job/closing/bill";
import type { Job } from "../../record/job/fold";
import { coveredBy, type Item, itemsFor, supersederOf } from "../../record/stock/item";
import type { Terms } from "../../record/stock/terms";
import type { RankedSuspect } from "../diagnosis/standing";
import { PROVE_MINUTES } from "../planning/prices";
import { withSiblings } from "../planning/repairs";
import { type CallBack, callBackOf } from "./call-back";

/** One way of putting a machine right, with what it costs now and is expected to cost in call-backs. */
export interface WayToRepair {
  readonly id: "part" | "part-and-vent" | "set" | "set-and-vent";
  readonly assemblies: readonly string[];
  /** Holds what goes in, from the catalogue; an assembly that it does not have is priced by the machine's file. */
  readonly items: readonly { readonly item: Item; readonly count: number }[];
  readonly unlisted: readonly string[];
  readonly minutes: number;
  readonly bill: Bill;
  readonly callBack: CallBack;
  /** Chance times price of a call-back, tax in. */
  readonly expected: Cents;
}

/** Holds what has to be known to say what a repair costs. */
export interface Deciding {
  readonly machine: Machine;
  readonly job: Pick<Job, "evidence" | "fitted" | "proof" | "panelsOff" | "differs" | "machineRef">;
  readonly suspects: readonly RankedSuspect[];
  readonly items: readonly Item[];
  readonly terms: Terms;
  /** Minutes that the visit took so far. */
  readonly spent: number;
  /** Minutes that this technician takes for panels, off and on, where that was learned. */
  readonly ownTimes: Readonly<Record<string, number>>;
}

/** Two or three ways side by side: what failed; with the vent cleaned; the set that ages together. None while nothing is suspected. */
export function waysToRepair(of: Deciding): WayToRepair[] {
  const { machine, job, suspects } = of;
  const failed = job.fitted.length > 0 ? [...new Set(job.fitted.map((f) => f.assembly))] : [...(suspects[0]?.hypothesis.assemblies ?? [])];
  if (failed.length === 0) return [];
  const duct = hasHood(machine) ? machine.parts.find((p) => p.kind === "duct") : undefined;
  const vent = duct && assemblyIdOf(duct);
  const parts = failed.filter((a) => a !== vent);
  const and = (assemblies: readonly string[]) => (vent === undefined ? [] : [...assemblies, vent]);
  const set = [...withSiblings(machine, parts)];
  const hasSet = set.length > parts.length;
  // Whatever is done already is not offered undone.
  const isCleared = vent !== undefined && job.fitted.some((f) => f.assembly === vent);
  const offered: (readonly [WayToRepair["id"], readonly string[]])[] = [
    ...(parts.length > 0 && !isCleared ? [["part", parts] as const] : []),
    ...(vent !== undefined ? [["part-and-vent", and(parts)] as const] : []),
    ...(hasSet ? [vent === undefined ? (["set", set] as const) : (["set-and-vent", and(set)] as const)] : []),
  ];
  return offered.map(([id, assemblies]) => wayOf(of, id, assemblies));
}

function wayOf(of: Deciding, id: WayToRepair["id"], assemblies: readonly string[]): WayToRepair {
  const { machine, job, terms, spent, items: catalogue, suspects } = of;
  const repairs = assemblies.map((a) => repairOf(machine, a));
  const bought = repairs.filter(replaces).map((r) => r.id);
  const { items, unlisted } = itemsOf(catalogue, machine, job.machineRef, bought);
  const fitted = new Set(job.fitted.map((f) => f.assembly));
  const left = repairs.filter((r) => !fitted.has(r.id));
  const differs: Differs[] = [...(job.differs ?? []), ...Object.entries(of.ownTimes).map(([panel, minutes]) => ({ of: panel, minutes }))];
  const opening = openingFor(
    machine,
    left.map((r) => r.panel),
    { ...job, differs },
  ).minutes;
  const work = left.reduce((sum, r) => sum + r.minutes, 0);
  const minutes = Math.round(work + opening + (left.length > 0 ? PROVE_MINUTES : 0));
  const lines: BillLine[] = [
    { is: "call-out", says: "Trip charge", cents: terms.callOut },
    labour(terms, spent, minutes),
    ...items.map(({ item, count }): BillLine => ({ is: "part", says: item.name, item: item.code, count, cents: times(item.cents, count) })),
    ...unlisted.map(
      (a): BillLine => ({ is: "part", says: repairOf(machine, a).name, count: 1, cents: Math.round(repairOf(machine, a).price * 100) }),
    ),
  ];
  const callBack = callBackOf(machine, job, suspects, assemblies, bought.length);
  return {
    id,
    assemblies,
    items,
    unlisted,
    minutes,
    bill: billOf(wayName(machine, id, assemblies), lines, terms.tax, terms.currency),
    callBack,
    expected: Math.round(callBack.chance * callBackPrice(machine, terms)),
  };
}

function labour(terms: Terms, spent: number, minutes: number): BillLine {
  const how = spent > 0 ? `${spent} min so far, ${minutes} min to come` : `${minutes} min`;
  return {
    is: "labour",
    says: "Labor",
    how: `${how}, at ${moneySays(terms.hour, terms.currency)} an hour`,
    cents: timeCosts(spent + minutes, terms.hour),
  };
}

/** The cheapest cover of what is bought: a kit where it holds exactly that for less, else one item each. */
export function itemsOf(
  catalogue: readonly Item[],
  machine: Machine,
  ref: { readonly revision: string } | undefined,
  assemblies: readonly string[],
): Pick<WayToRepair, "items" | "unlisted"> {
  const here = { id: machine.id, revision: ref?.revision };
  const sold = catalogue.filter((i) => supersederOf(catalogue, i.code) === undefined);
  const single = assemblies.map((a) => ({ assembly: a, item: itemsFor(sold, here, [a]).find((i) => coveredBy(i, here).length === 1) }));
  const kit = sold
    .filter((i) => {
      const covers = coveredBy(i, here);
      return covers.length > 1 && covers.every((c) => assemblies.includes(c));
    })
    .find((k) => k.cents < sumOf(single.filter((s) => coveredBy(k, here).includes(s.assembly)).map((s) => s.item?.cents ?? 0)));
  const inKit = kit ? coveredBy(kit, here) : [];
  const rest = single.filter((s) => !inKit.includes(s.assembly));
  return {
    items: [...(kit ? [{ item: kit, count: 1 }] : []), ...rest.flatMap((s) => (s.item ? [{ item: s.item, count: 1 }] : []))],
    unlisted: rest.flatMap((s) => (s.item ? [] : [s.assembly])),
  };
}

/** Minutes at the machine on a call-back (est.). */
const CALL_BACK_WORK = 45;

/** Gives what a call-back costs: coming, three quarters of an hour, and what the next fault of such a machine costs in parts. Tax in. */
export function callBackPrice(machine: Machine, terms: Terms): Cents {
  const net = sumOf([terms.callOut, timeCosts(CALL_BACK_WORK, terms.hour), Math.round(meanPart(machine) * 100)]);
  return net + shareOf(net, terms.tax);
}

/** Price of the part that a fault of this machine wants, by how often each happens. */
function meanPart(machine: Machine): number {
  const faults = machine.parts.flatMap((p) =>
    p.faults.map((f) => ({ weight: f.weight.value, price: repairOf(machine, assemblyIdOf(p)).price })),
  );
  const total = faults.reduce((sum, f) => sum + f.weight, 0);
  return total === 0 ? 0 : faults.reduce((sum, f) => sum + f.weight * f.price, 0) / total;
}

/** “Heating element, and the vent cleaned”. */
function wayName(machine: Machine, id: WayToRepair["id"], assemblies: readonly string[]): string {
  const repairs = assemblies.map((a) => repairOf(machine, a));
  const parts = repairs.filter(replaces);
  const others = repairs.filter((r) => !replaces(r)).map((r) => r.verb ?? `${r.name} fixed`);
  const set = machine.sets.find((s) => id.startsWith("set") && s.assemblies.every((a) => assemblies.includes(a)));
  const named = set ? [set.name] : parts.map((p) => p.name);
  const [first = "", ...rest] = [...named, ...others].map((n, i) => (i === 0 ? n : n.charAt(0).toLowerCase() + n.slice(1)));
  return [first.charAt(0).toUpperCase() + first.slice(1), ...rest].join(", ");
}
