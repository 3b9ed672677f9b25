import { item, real } from "../../model/array/at";
import { findingKind } from "../../record/finding/finding";
import type { Hypothesis } from "../diagnosis/hypotheses";
import type { Belief } from "./belief";
import { type Choice, leaderAfter } from "./next";
import { type Needs, preparation } from "./prepare";
import { LIVE_HAZARD_MINUTES } from "./prices";
import type { Expectation, OtherTest, Proposal, Reason } from "./proposal";
import type { Situation } from "./situation";
import { timesTaken } from "./tests/offered";
import { type OutcomeClass, rowOf, sharesByRow } from "./tests/outcomes";
import type { TestAction } from "./tests/tests";
import { type Valued, worth } from "./tests/valued";

const MOST_OTHERS = 5;
/** Outcomes less likely than this are not weighed for what a test tells apart. */
const TOLD_APART = 0.03;
/** A next best test worth less than this per minute is not named. */
const WORTH_NAMING = 0.5;

/** A test as the next step, or what prepares it, with what it may show and why it. */
export function proposeTest({ catalogue, machine, job }: Situation, choice: Choice, best: Valued): Proposal {
  const { test } = best;
  const rest = choice.tests.filter((t) => t.test.id !== test.id);
  const facts = {
    minutes: best.cost - hazardOf(test),
    reason: whyTest(choice.belief, best, rest[0]),
    expects: expectations(choice.belief, best, catalogue.suspects.healthy),
    others: othersOf(rest),
  };
  const before = preparation(machine, job, needsOfTest(best), { for: "test", test });
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

const MOST_EXPECTED = 4;
/** Outcomes less likely than this are not told. */
const SLIGHT = 0.02;

/** Bands that touch, as one. */
function joined(classes: readonly OutcomeClass[]): OutcomeClass[] {
  const out: OutcomeClass[] = [];
  for (const c of classes) {
    if (c.kind !== "band") {
      out.push(c);
      continue;
    }
    const at = out.findIndex((o) => o.kind === "band" && (o.high === c.low || o.low === c.high));
    const beside = out[at];
    if (beside?.kind === "band") out.splice(at, 1);
    out.push(beside?.kind === "band" ? { ...c, low: Math.min(beside.low, c.low), high: Math.max(beside.high, c.high) } : c);
  }
  return out.length < classes.length ? joined(out) : out;
}

/** Gives what may come out, the likeliest first. Outcomes after which the same suspect leads are one, but for that in which a good machine reads. */
export function expectations(belief: Belief, { outcomes, chances }: Valued, healthy: number): Expectation[] {
  const well = rowOf(outcomes, healthy);
  const most = Math.max(...well);
  const byLeader = new Map<string, number[]>();
  const likeliestFirst = [...outcomes.classes.keys()].sort((a, b) => item(chances, b) - item(chances, a));
  for (const c of likeliestFirst) {
    const isWell = real(well, c) === most;
    if (item(chances, c) <= SLIGHT && !isWell) continue;
    const key = isWell ? "" : leaderAfter(belief, outcomes, sharesByRow(outcomes, [c])).hypothesis.suspect;
    byLeader.set(key, [...(byLeader.get(key) ?? []), c]);
  }
  return [...byLeader]
    .map(([key, classes]): Expectation => {
      const { hypothesis, probability } = leaderAfter(belief, outcomes, sharesByRow(outcomes, classes));
      const chance = classes.reduce((sum, c) => sum + item(chances, c), 0);
      return {
        outcomes: joined(classes.map((c) => item(outcomes.classes, c))),
        chance,
        healthy: key === "",
        leader: hypothesis,
        share: probability,
      };
    })
    .sort((a, b) => b.chance - a.chance)
    .slice(0, MOST_EXPECTED);
}
