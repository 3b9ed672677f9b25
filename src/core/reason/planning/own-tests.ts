import { item, real } from "../../model/array/at";
import { remedyOf } from "../../model/machine/assembly";
import type { Machine } from "../../model/machine/format";
import { mendedPiece } from "../../model/machine/pieces";
import { hasOwnFinding, isOf, ownFindings } from "../../record/job/hands/own-finding";
import { assembliesFitted } from "../../record/job/state";
import type { Hypothesis } from "../diagnosis/hypotheses";
import type { Belief } from "./belief";
import { type RepairGroup, repairChances } from "./repairs";
import type { Situation } from "./situation";
import type { TestCatalogue } from "./tests/catalogue";
import { offeredAsItStands, timesTaken } from "./tests/offered";
import { rowOf } from "./tests/outcomes";
import type { TestAction } from "./tests/tests";

type Tested = Pick<Situation, "catalogue" | "machine" | "job">;

/** Of the outcomes' shares, so much must differ between the fault and a good machine for a test to tell it. */
const TELLS = 0.3;

/** Parts and pieces that a repair would put right, the likeliest trouble first; only those whose assembly is still to be fitted. */
function partsInQuestion(machine: Machine, { weight, hypotheses }: Belief, group: RepairGroup, assembly: string) {
  const parts = new Map<string, { weight: number; leader: Hypothesis; leads: number }>();
  for (const k of group.members) {
    const hypothesis = item(hypotheses, k);
    const w = real(weight, k);
    for (const fault of hypothesis.faults) {
      if (remedyOf(machine, fault) !== assembly) continue;
      const id = mendedPiece(assembly) ? assembly : fault.part;
      const known = parts.get(id);
      if (!known) parts.set(id, { weight: w, leader: hypothesis, leads: w });
      else {
        known.weight += w;
        if (w > known.leads) [known.leader, known.leads] = [hypothesis, w];
      }
    }
  }
  return [...parts].map(([part, of]) => ({ part, ...of })).sort((a, b) => b.weight - a.weight);
}

/**
 * The test that is to be made before this assembly is fitted or put right: one of the part itself that nobody has made and that tells most about its
 * likeliest trouble; where none tells, any, if it was never tested; where it was found good itself, once more. `undefined`: it was found bad, or all is
 * tested, or it can't be.
 */
export function ownTestDue(
  s: Tested,
  belief: Belief,
  group: RepairGroup,
  standing: OwnStanding = ownStanding(s, belief, group),
): TestAction | undefined {
  const { catalogue, machine, job } = s;
  const [question] = partsInQuestion(machine, belief, group, dueOf(s, belief, group));
  if (!question || standing === "bad") return undefined;
  const number = catalogue.suspects.numberOf(question.leader.id);
  const own = offeredAsItStands(catalogue.tests, machine, job)
    .filter((t) => isOf(t.question, question.part, machine))
    .map((test) => ({ test, tells: tells(catalogue, test, number), fresh: timesTaken(job, test) === 0 }))
    .sort((a, b) => dearness(a) - dearness(b) || a.test.minutes - b.test.minutes);
  const telling = own.filter((o) => o.tells > TELLS);
  const best =
    telling.find((o) => o.fresh) ??
    (hasOwnFinding(job, question.part) ? undefined : own.find((o) => o.fresh)) ??
    (standing === "good" ? telling[0] : undefined);
  return best?.test;
}

/** Whatever is less likely than this, of the known, is not measured before anybody gives up. */
const IN_QUESTION = 0.1;

/** Before anybody gives up: a test of a likely part itself, its wires off, that nobody has made though it would tell. The likeliest first. */
export function ownTestLeft({ catalogue, machine, job }: Tested, belief: Belief, groups: readonly RepairGroup[]): TestAction | undefined {
  const fresh = offeredAsItStands(catalogue.tests, machine, job).filter((t) => t.part !== undefined && timesTaken(job, t) === 0);
  const likely = repairChances(groups, belief.weight).filter((r) => r.chance > IN_QUESTION);
  for (const { group } of likely.sort((a, b) => b.chance - a.chance)) {
    for (const { part, leader } of group.assemblies.flatMap((a) => partsInQuestion(machine, belief, group, a))) {
      const number = catalogue.suspects.numberOf(leader.id);
      const test = fresh.find((t) => t.part === part && tells(catalogue, t, number) > TELLS);
      if (test) return test;
    }
  }
  return undefined;
}

/** Whatever was found of a part speaks for its trouble when it is so many times likelier under it than on a good machine; and against it, the other way round. */
const SPEAKS_FOR = 5;
const SPEAKS_AGAINST = 2;

/** Holds what was found of a part itself, by a reading, a look or a trial of its own. */
type OwnStanding = "bad" | "good" | "open";

/** Tells how what a repair puts in stands by what was found of it itself: bad where any of it was, good where all of the likeliest part says so. */
export function ownStanding(s: Tested, belief: Belief, group: RepairGroup): OwnStanding {
  const bans = ownBans(s, belief, group, dueOf(s, belief, group));
  if (isBad(bans)) return "bad";
  return (bans[0] ?? 0) < -Math.log(SPEAKS_AGAINST) ? "good" : "open";
}

/** Tells how what was found of each part that a repair would put in speaks for its likeliest trouble, as ln of a likelihood ratio; the likeliest part first. */
function ownBans({ catalogue: { suspects }, machine, job }: Tested, belief: Belief, group: RepairGroup, assembly: string): number[] {
  return partsInQuestion(machine, belief, group, assembly).map(({ part, leader }) => {
    const at = suspects.numberOf(leader.id);
    return suspects.columns(ownFindings(job, part)).reduce((sum, column) => sum + real(column, at) - real(column, suspects.healthy), 0);
  });
}

const isBad = (bans: readonly number[]): boolean => bans.some((b) => b > Math.log(SPEAKS_FOR));

/** Gives what of a repair is fitted next: what was found bad itself before the rest. */
export function dueOf(s: Tested, belief: Belief, group: RepairGroup): string {
  const fitted = assembliesFitted(s.job);
  const left = group.assemblies.filter((a) => !fitted.includes(a));
  const bad = left.length > 1 ? left.find((a) => isBad(ownBans(s, belief, group, a))) : undefined;
  return bad ?? left[0] ?? item(group.assemblies, 0);
}

const dearness = ({ test, tells: t }: { test: TestAction; tells: number }): number => test.minutes / Math.max(0.05, t);

/** Gives how much of the shares of its outcomes differs between a hypothesis and a good machine, 0 to 1. */
export function tells(catalogue: TestCatalogue, test: TestAction, hypothesis: number): number {
  const outcomes = catalogue.outcomesOf(test);
  const well = rowOf(outcomes, catalogue.suspects.healthy);
  return rowOf(outcomes, hypothesis).reduce((sum, s, c) => sum + Math.abs(s - real(well, c)), 0) / 2;
}
