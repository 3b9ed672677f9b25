import { item, real } from "../array/at";
import { type Hypothesis, remedyOf } from "../diagnosis/hypotheses";
import { hasOwnFinding, isOf, ownFindings } from "../job/own-finding";
import { assembliesFitted, type JobState } from "../job/state";
import type { Machine } from "../machine/format";
import type { Belief } from "./belief";
import type { TestCatalogue } from "./catalogue";
import { offeredTests, timesTaken } from "./offered";
import type { RepairGroup } from "./repairs";
import type { TestAction } from "./tests";

/** Of the outcomes' shares, so much must differ between the fault and a healthy machine for a test to tell it. */
const TELLS = 0.3;

/** Parts that a repair would put right, the likeliest trouble first; only those whose assembly is still to be fitted. */
function partsInQuestion(machine: Machine, { weight, hypotheses }: Belief, group: RepairGroup, assembly: string) {
  const parts = new Map<string, { weight: number; leader: Hypothesis; leads: number }>();
  for (const k of group.members) {
    const hypothesis = item(hypotheses, k);
    const w = real(weight, k);
    for (const fault of hypothesis.faults) {
      if (remedyOf(machine, fault) !== assembly) continue;
      const known = parts.get(fault.part);
      if (!known) parts.set(fault.part, { weight: w, leader: hypothesis, leads: w });
      else {
        known.weight += w;
        if (w > known.leads) [known.leader, known.leads] = [hypothesis, w];
      }
    }
  }
  return [...parts].map(([part, of]) => ({ part, ...of })).sort((a, b) => b.weight - a.weight);
}

/**
 * The test that is to be made before this assembly is fitted or put right: one of the part itself that nobody has made, the one that tells most about
 * its likeliest trouble; where none tells, any, if it only takes minutes. Where it was found good itself: another, or once more. `undefined`: it has been
 * tested, or can't be.
 */
export function ownTestDue(catalogue: TestCatalogue, job: JobState, belief: Belief, group: RepairGroup): TestAction | undefined {
  const { machine } = catalogue.suspects.predictor;
  const due = dueOf(job, group);
  const [question] = partsInQuestion(machine, belief, group, due);
  if (!question) return undefined;
  const inSpite = foundGood(catalogue, job, belief, group);
  if (hasOwnFinding(job, question.part) && !inSpite) return undefined;
  const number = catalogue.suspects.numberOf(question.leader.id);
  const offered = offeredTests(catalogue.tests, machine, job).filter((t) => isOf(t.question, question.part, machine));
  const fresh = offered.filter((t) => timesTaken(job, t) === 0);
  const own = (fresh.length > 0 || !inSpite ? fresh : offered).map((test) => ({ test, tells: tells(catalogue, test, number) }));
  const telling = own.filter((o) => o.tells > TELLS);
  const [best] = (telling.length > 0 ? telling : own).sort((a, b) => dearness(a) - dearness(b) || a.test.minutes - b.test.minutes);
  return best?.test;
}

/** A finding speaks for a part's trouble when it is so many times likelier under it than on a healthy machine. */
const SPEAKS_FOR = 2;

/** Whether what this repair puts in was found bad itself: by a reading, a look or a trial of its own. */
export const foundBad = (catalogue: TestCatalogue, job: JobState, belief: Belief, group: RepairGroup): boolean =>
  ownBans(catalogue, job, belief, group).some((bans) => bans > Math.log(SPEAKS_FOR));

/** Whether all that was found of it itself says that it is good. */
export function foundGood(catalogue: TestCatalogue, job: JobState, belief: Belief, group: RepairGroup): boolean {
  const [leading] = ownBans(catalogue, job, belief, group);
  return leading !== undefined && leading < -Math.log(SPEAKS_FOR);
}

/** How what was found of each part that a repair would put in speaks for its likeliest trouble, as ln of a likelihood ratio; the likeliest part first. */
function ownBans({ suspects }: TestCatalogue, job: JobState, belief: Belief, group: RepairGroup): number[] {
  return partsInQuestion(suspects.predictor.machine, belief, group, dueOf(job, group)).map(({ part, leader }) => {
    const at = suspects.numberOf(leader.id);
    return suspects.columns(ownFindings(job, part)).reduce((sum, column) => sum + real(column, at) - real(column, suspects.healthy), 0);
  });
}

/** What of a repair is fitted next. */
function dueOf(job: JobState, group: RepairGroup): string {
  const fitted = assembliesFitted(job);
  return group.assemblies.find((a) => !fitted.includes(a)) ?? item(group.assemblies, 0);
}

const dearness = ({ test, tells: t }: { test: TestAction; tells: number }): number => test.minutes / Math.max(0.05, t);

/** How much of the shares of its outcomes differs between a hypothesis and a healthy machine, 0 to 1. */
function tells(catalogue: TestCatalogue, test: TestAction, hypothesis: number): number {
  const { share } = catalogue.outcomesOf(test);
  const { healthy } = catalogue.suspects;
  return share.reduce((sum, s) => sum + Math.abs(real(s, hypothesis) - real(s, healthy)), 0) / 2;
}
