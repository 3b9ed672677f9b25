import type { Machine } from "../../model/machine/format";
import { findingKind } from "../../record/finding/finding";
import { dangerOfRunning } from "../../record/job/checks/index";
import type { Job } from "../../record/job/fold";
import { assembliesFitted } from "../../record/job/state";
import { type Ranking, rank } from "../diagnosis/rank";
import { type Standing, standingOf } from "../diagnosis/standing";
import type { SuspectSet } from "../diagnosis/suspect-set";
import { doubt } from "./doubt";
import { choose } from "./next";
import { numberBeforeClosing } from "./numbers-of-run";
import type { Proposal, Step } from "./proposal";
import { AT_ONCE, CHOSEN, decided, toClose, weighedOf } from "./rules";
import { type Situation, situationOf } from "./situation";
import { insteadOf, promisedTest } from "./steady";
import type { TestCatalogue } from "./tests/catalogue";
import { examine, plugBeforePower } from "./way-to-close";

/**
 * The next step of a job: a test while one saves more than it costs, else the repair; after the repair, the way to a safe close. `before`: the proposal
 * before it, whose promise is kept between equals, and told where it is not.
 */
export function propose(catalogue: TestCatalogue, job: Job, ranking: Ranking, before?: Proposal): Proposal | undefined {
  if (job.closed) return undefined;
  const s = situationOf(catalogue, job, ranking, before);
  const next = decided(AT_ONCE, s) ?? weighed(s);
  const proposal = beforePower(s, next?.step.kind === "close" ? (numberBeforeClosing(s) ?? next) : next);
  const instead = before && proposal && insteadOf(before, proposal, job);
  return instead ? { ...proposal, instead } : proposal;
}

/** Before a machine is run, whatever stands against running it. */
function beforePower({ machine, job }: Situation, proposal: Proposal | undefined): Proposal | undefined {
  if (!proposal || !runsMachine(machine, proposal.step)) return proposal;
  const danger = dangerOfRunning(machine, job);
  return danger ? examine(machine, job, danger) : (plugBeforePower(job) ?? proposal);
}

function runsMachine(machine: Machine, step: Step): boolean {
  if (step.kind === "energise" || step.kind === "prove") return true;
  if (step.kind !== "test") return false;
  const { question } = step.test;
  return ["on", "live"].includes(findingKind(question).power(question, machine));
}

function weighed(s: Situation): Proposal | undefined {
  const choice = choose(s, { promised: s.before && promisedTest(s.before, s.job) });
  if (!choice) return s.unexplained ? doubt(s, { fixed: s.ranking.fixed }) : toClose(s);
  return decided(CHOSEN, weighedOf(s, choice));
}

/** Holds what a page comes with: how the suspects of its job stand and what is next. */
export interface FirstAnswer {
  readonly standing: Standing;
  /** `null` when nothing is left to do. */
  readonly proposal: Proposal | null;
}

/** Nothing was proposed before. */
export function firstAnswer(suspects: SuspectSet, catalogue: TestCatalogue, job: Job): FirstAnswer {
  const ranking = rank(suspects, job.evidence, assembliesFitted(job));
  return { standing: standingOf(suspects, true, ranking, job), proposal: propose(catalogue, job, ranking) ?? null };
}
