import { isReached } from "../../model/access/opening";
import { panelsToOpen } from "../../model/access/panels";
import { isDeadWork, partsOfAssembly, type Repair, repairOf, replaces } from "../../model/machine/assembly";
import type { Machine } from "../../model/machine/format";
import { pieceId } from "../../model/machine/pieces";
import type { Job } from "../../record/job/fold";
import { disturbsGas } from "../../record/job/gas";
import { assembliesFitted } from "../../record/job/state";
import { repairShares } from "../diagnosis/repair-shares";
import type { Choice } from "./next";
import type { OutsidePiece } from "./outside";
import { dueOf, ownStanding } from "./own-tests";
import { type Needs, preparation } from "./prepare";
import { CALL_BACK_MINUTES, METER_NEW_MINUTES, PROVE_MINUTES } from "./prices";
import { type Proposal, plain, type Reason, type SetOffer, type StepOf } from "./proposal";
import { othersOf } from "./propose-test";
import { type RepairChance, withSiblings, workAndPrice } from "./repairs";
import type { Situation } from "./situation";

/** The next part of a repair as the next step, or what prepares it. */
export function proposeFit(s: Situation, choice: Choice, { group, chance, band }: RepairChance): Proposal {
  const { machine, job } = s;
  const fitted = assembliesFitted(job);
  const left = group.assemblies.filter((a) => !fitted.includes(a));
  const assembly = dueOf(s, choice.belief, group);
  const repair = repairOf(machine, assembly);
  const [best] = choice.tests;
  const set = setOffer(machine, group.assemblies);
  const reason: Reason = {
    code: "likely-repair",
    assemblies: left,
    chance,
    ...(replaces(repair) && ownStanding(s, choice.belief, group) !== "bad" && { gamble: band }),
    ...(best && { bestTest: { test: best.test, saves: best.saves, minutes: best.cost } }),
    ...(set && { set }),
  };
  const { minutes, price } = workAndPrice(machine, left.length > 0 ? left : group.assemblies, job);
  const facts = { minutes, ...(price > 0 && { price }), reason, others: othersOf(choice.tests), expects: [] };
  const before = preparation(machine, job, needsOfRepair(machine, job, repair), { for: "fit", assembly });
  if (before) return { ...before, ...facts };
  return { step: fitStep(repair), ...facts, ...(disturbsGas(machine, assembly) && { caution: "gas-work" }) };
}

function needsOfRepair(machine: Machine, job: Job, repair: Repair): Needs {
  const dead = isDeadWork(repair);
  return {
    power: dead ? "dead" : "any",
    opens: panelsToOpen(machine, [repair.panel], job),
    touched: dead ? partsOfAssembly(machine, repair.id) : [],
  };
}

/** A piece that no circuit shows, found bad, is put right. */
export function proposeMend({ machine, job }: Situation, piece: OutsidePiece, outside: number): Proposal {
  const repair = repairOf(machine, pieceId(piece));
  const reason: Reason = { code: "found-bad", outside };
  const before = preparation(machine, job, needsOfRepair(machine, job, repair), { for: "fit", assembly: repair.id });
  if (before) return { ...before, reason };
  return plain(fitStep(repair), repair.minutes, reason, disturbsGas(machine, repair.id) ? "gas-work" : undefined);
}

/** Something that may be wrong besides, with its share. */
interface Beside {
  readonly repair: Repair;
  readonly share: number;
}

/** Whatever is less likely than this is left. */
const SLIGHT = 0.08;

/**
 * With the machine open: what else may be wrong, needs no part and nothing more opened, and is put right for less than being called back for it
 * would cost. `undefined`: nothing, or it was done.
 */
export function cheapBeside({ catalogue, machine, job, ranking }: Situation): Beside | undefined {
  const fitted = assembliesFitted(job);
  for (const { assemblies, share } of repairShares(catalogue.suspects, ranking, fitted)) {
    const [assembly] = assemblies;
    if (assembly === undefined || assemblies.length > 1 || share < SLIGHT || fitted.includes(assembly)) continue;
    const repair = repairOf(machine, assembly);
    if (replaces(repair) || !isReached(machine, repair.panel, job)) continue;
    if (share * CALL_BACK_MINUTES > repair.minutes) return { repair, share };
  }
  return undefined;
}

/** Gives what may be wrong besides and is cheap to put right now. */
export function proposeBeside({ machine, job }: Situation, { repair, share }: Beside): Proposal {
  const reason: Reason = { code: "beside", chance: share, minutes: repair.minutes };
  const before = preparation(machine, job, needsOfRepair(machine, job, repair), { for: "fit", assembly: repair.id });
  return before ? { ...before, reason } : plain(fitStep(repair), repair.minutes, reason);
}

/** Whoever fits sets: the next assembly of a set that was begun. */
export function siblingDue({ machine, job }: Situation): string | undefined {
  if (job.preference.parts !== "set") return undefined;
  const begun = job.fitted.filter((f) => f.action === "replaced").map((f) => f.assembly);
  if (begun.length === 0) return undefined;
  const done = assembliesFitted(job);
  return withSiblings(machine, begun).find((a) => !done.includes(a));
}

/** The next of the set, as who fits sets would. */
export function proposeSibling({ machine, job }: Situation, assembly: string): Proposal {
  const repair = repairOf(machine, assembly);
  const reason: Reason = { code: "sibling" };
  const before = preparation(machine, job, { ...needsOfRepair(machine, job, repair), power: "dead" }, { for: "fit", assembly });
  return before ? { ...before, reason } : plain(fitStep(repair), repair.minutes, reason);
}

/** Chance that a new part is bad out of its box (est.), and the minutes of metering it. */
export const BAD_NEW_PART = 0.015;

/** Measuring the new part is an action with a price like any other. */
function fitStep(repair: Repair): StepOf<"fit"> {
  const saves = BAD_NEW_PART * (repair.minutes + 2 * PROVE_MINUTES + CALL_BACK_MINUTES / 2);
  return { kind: "fit", assembly: repair.id, replaces: replaces(repair), meterNew: saves > METER_NEW_MINUTES };
}

/** Gives what those who fit sets would do besides, with its price; `undefined` where nothing of a set is left. */
function setOffer(machine: Machine, assemblies: readonly string[]): SetOffer | undefined {
  const more = withSiblings(machine, assemblies).filter((a) => !assemblies.includes(a));
  const set = machine.sets.find((s) => more.some((a) => s.assemblies.includes(a)));
  if (!set) return undefined;
  const repairs = more.map((a) => repairOf(machine, a));
  return {
    set: set.id,
    minutes: repairs.reduce((sum, r) => sum + r.minutes, 0),
    price: repairs.reduce((sum, r) => sum + r.price, 0),
    callBack: set.callBack.value,
  };
}
