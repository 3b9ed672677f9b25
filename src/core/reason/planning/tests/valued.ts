import { openingFor } from "../../../model/access/opening";
import { panelMinutes, panelsToClose } from "../../../model/access/panels";
import type { Taken } from "../../../model/access/way-problem";
import type { JobState } from "../../../record/job/state";
import { sameAgain } from "../../diagnosis/repeats";
import type { Belief } from "../belief";
import { type CompactTest, type CostToGo, chancesOf, compact } from "../cost-to-go";
import { DISCHARGE_MINUTES, ENERGISE_MINUTES, LIVE_HAZARD_MINUTES, MAKE_SAFE_MINUTES } from "../prices";
import type { Situation } from "../situation";
import { foundNothingSinceSwitch } from "../steady";
import { offeredTests, timesTaken } from "./offered";
import type { Outcomes } from "./outcomes";
import type { TestAction } from "./tests";

/** A test with what it would be worth now. Minutes are expected minutes. */
export interface Valued {
  readonly test: TestAction;
  readonly outcomes: Outcomes;
  /** P(class) now. */
  readonly chances: readonly number[];
  /** Minutes of the test itself, panels to open, or to put back and open again, and the change of power state included. */
  readonly cost: number;
  readonly opens: readonly Taken[];
  /** Panels that go back first, in order: a machine is watched with all of them on. */
  readonly closes: readonly string[];
  /** Chance that it was made before and only says the same again, for the same reason. */
  readonly again: number;
  /** Expected minutes that knowing its outcome takes off the repairs. */
  readonly saves: number;
}

/** Minutes saved per minute spent. */
export const worth = (v: Valued): number => v.saves / v.cost;

/** Holds what tests are weighed by. */
export interface Scales {
  readonly situation: Situation;
  readonly costs: CostToGo;
  /** Expected minutes with no more test at all. */
  readonly repairsOnly: number;
}

interface Foreseen {
  readonly outcomes: Outcomes;
  readonly own: CompactTest;
  readonly chances: readonly number[];
}

/** A test with an outcome as likely as this tells nothing. */
const CERTAIN = 0.9995;

/** The tests offered, each valued on the present belief; the best first. */
export function valueTests(scales: Scales): Valued[] {
  const { costs, situation } = scales;
  const { catalogue, machine, job } = situation;
  const valued = offeredTests(catalogue.tests, machine, job).flatMap((test) => {
    const foreseen = foresee(scales, test);
    return tellsNothing(foreseen.chances, costs.belief) ? [] : [valuedNow(scales, test, foreseen)];
  });
  return promised(valued, job).sort((a, b) => b.saves / (b.cost * bias(b.test, job)) - a.saves / (a.cost * bias(a.test, job)));
}

/** An outcome is certain, slips apart. */
const tellsNothing = (chances: readonly number[], { slips }: Belief): boolean =>
  chances.length < 2 || chances.some((c) => c > (1 - slips) * CERTAIN + slips / chances.length);

/** Right after its power was switched, only what needs it so: what was promised follows. */
function promised(valued: readonly Valued[], job: JobState): Valued[] {
  const { safety } = job;
  const fits = ({ test }: Valued) => test.needs === "nothing" || (test.needs === "dead") === (safety.power === "dead");
  const wanted = valued.filter((v) => fits(v) && v.saves > v.cost);
  return foundNothingSinceSwitch(job) && wanted.length > 0 ? valued.filter(fits) : [...valued];
}

/** Says how much dearer the other kind of test seems to those who look first, or meter first. */
const OTHER_WAY = 2.5;

/** Look first or meter first, as how dear the other seems. */
export function bias(test: TestAction, { preference }: JobState): number {
  if (preference.first === "look") return isLook(test) ? 1 : OTHER_WAY;
  if (preference.first === "meter") return isLook(test) ? OTHER_WAY : 1;
  return 1;
}

const isLook = ({ question }: TestAction): boolean =>
  question.kind === "sight" || question.kind === "code" || question.kind === "look" || question.kind === "spot";

function foresee({ situation, costs }: Scales, test: TestAction): Foreseen {
  const outcomes = situation.catalogue.outcomesOf(test);
  const own = compact(outcomes, costs.belief);
  return { outcomes, own, chances: chancesOf(costs.belief.weight, own) };
}

/** Gives what this test would be worth now. */
export function valuedNow(scales: Scales, test: TestAction, { outcomes, own, chances }: Foreseen = foresee(scales, test)): Valued {
  const { situation, costs, repairsOnly } = scales;
  const { machine, job } = situation;
  const left = costs.afterTest(costs.belief.weight, own);
  const { panels: opens, minutes: opening } = openingFor(machine, test.panels, job);
  const closes = test.needs === "running" ? panelsToClose(machine, job) : [];
  const cost = test.minutes + opening + panelMinutes(machine, closes, job) + stateMinutes(test, job.safety.power);
  const again = sameAgain(timesTaken(job, test));
  return { test, outcomes, chances, cost, opens, closes, again, saves: (1 - again) * (repairsOnly - left) };
}

export type Power = JobState["safety"]["power"];

/** Tells how a test leaves the machine. */
export function powerAfter({ needs }: TestAction, before: Power): Power {
  if (needs === "dead") return "dead";
  return needs === "nothing" ? before : "live";
}

/** Minutes of bringing the machine into the state that a test needs. */
export function stateMinutes({ needs, question }: TestAction, power: Power): number {
  const fromDead = power === "dead" ? ENERGISE_MINUTES + MAKE_SAFE_MINUTES : 0;
  switch (needs) {
    case "nothing":
      return 0;
    case "dead":
      return (power === "dead" ? 0 : MAKE_SAFE_MINUTES) + (question.kind === "look" || question.kind === "spot" ? 0 : DISCHARGE_MINUTES);
    case "running":
      return fromDead;
    case "live":
      return LIVE_HAZARD_MINUTES + fromDead;
  }
}
