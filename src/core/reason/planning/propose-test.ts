import { findingKind } from "../../record/finding/finding";
import type { Job } from "../../record/job/fold";
import type { Hypothesis } from "../diagnosis/hypotheses";
import type { Belief } from "./belief";
import { expectations } from "./expectations";
import { type Choice, leaderAfter } from "./next";
import { type Needs, preparation } from "./prepare";
import { LIVE_HAZARD_MINUTES } from "./prices";
import type { OtherTest, Proposal, Reason } from "./proposal";
import type { TestCatalogue } from "./tests/catalogue";
import { timesTaken } from "./tests/offered";
import { sharesByRow } from "./tests/outcomes";
import type { TestAction } from "./tests/tests";
import { type Valued, worth } from "./tests/valued";

const MOST_OTHERS = 5;
/** Outcomes less likely than this are not weighed for what a test tells apart. */
const TOLD_APART = 0.03;
/** A next best test worth less than this per minute is not named. */
const WORTH_NAMING = 0.5;

/** A test as the next step, or what prepares it, with what it may show and why it. */
export function proposeTest(catalogue: TestCatalogue, job: Job, choice: Choice, best: Valued): Proposal {
  const { predictor, healthy } = catalogue.suspects;
  const { test } = best;
  const rest = choice.tests.filter((t) => t.test.id !== test.id);
  const facts = {
    minutes: best.cost - hazardOf(test),
    reason: whyTest(choice.belief, best, rest[0]),
    expects: expectations(choice.belief, best, healthy),
    others: othersOf(rest),
  };
  const before = preparation(predictor.machine, job, needsOfTest(best), { for: "test", test });
  if (before) return { ...before, ...facts };
  const again = timesTaken(job, test) > 0;
  return { step: { kind: "test", test, again }, ...facts, ...(test.needs === "live" && { caution: "live-test" }) };
}

/** A live test's hazard is weighed as minutes, and is none. */
const hazardOf = ({ needs }: TestAction): number => (needs === "live" ? LIVE_HAZARD_MINUTES : 0);

const POWER_FOR: Record<TestAction["needs"], Needs["power"]> = { dead: "dead", nothing: "any", live: "live", running: "live" };

function needsOfTest({ test, opens, closes }: Valued): Needs {
  const touched = test.needs === "dead" ? findingKind(test.question).touches(test.question) : [];
  return { power: POWER_FOR[test.needs], opens: opens.map((p) => p.id), closes, touched };
}

/** The others that could be made, best first. */
export const othersOf = (tests: readonly Valued[]): OtherTest[] =>
  tests.slice(0, MOST_OTHERS).map(({ test, cost, saves }) => ({ test, minutes: cost, saves }));

function whyTest(belief: Belief, { outcomes, chances, saves, cost }: Valued, runnerUp: Valued | undefined): Reason {
  const likely = chances
    .map((chance, c) => ({ c, chance }))
    .filter(({ chance }) => chance > TOLD_APART)
    .sort((a, b) => b.chance - a.chance);
  const leaders = new Map<string, Hypothesis>();
  for (const { c } of likely) {
    const { hypothesis } = leaderAfter(belief, outcomes, sharesByRow(outcomes, [c]));
    if (!leaders.has(hypothesis.suspect)) leaders.set(hypothesis.suspect, hypothesis);
  }
  const [one, other] = leaders.values();
  const next = runnerUp && worth(runnerUp) > WORTH_NAMING ? { test: runnerUp.test, minutes: runnerUp.cost } : undefined;
  return { code: "tells", saves, minutes: cost, ...(one && other && { apart: [one, other] }), ...(next && { next }) };
}
