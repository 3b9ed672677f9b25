import { Play } from "../src/core/practice/play";
import { moveFor } from "../src/core/practice/strategies/step";
import { World } from "../src/core/practice/world";
import { rank } from "../src/core/reason/diagnosis/rank";
import type { Proposal } from "../src/core/reason/planning/proposal";
import { propose } from "../src/core/reason/planning/propose";
import type { Finding } from "../src/core/record/finding/finding";
import type { Job } from "../src/core/record/job/fold";
import { assembliesFitted } from "../src/core/record/job/state";
import { catalogueOf, shipped, suspectsFor } from "./job-of";

/** No job takes more steps than this; one that would is ended. */
export const MOST_STEPS = 80;

interface Playing {
  readonly machine: string;
  readonly fault: string;
  readonly seed: number;
  /** Changes what the machine would have shown. */
  readonly answers?: (finding: Finding) => Finding;
}

/** Plays a job of this fault as the card says, by who remembers nothing of the card before: its proposals with the job that each was made for. */
export function proposalsOf({ machine, fault, seed, answers = (f) => f }: Playing): { readonly proposal: Proposal; readonly job: Job }[] {
  const set = suspectsFor(shipped(machine));
  const catalogue = catalogueOf(set);
  const world = new World(shipped(machine), set.hypotheses, seed, { fault });
  const answer = world.answer.bind(world);
  world.answer = (question, fitted) => answers(answer(question, fitted));
  const made: { proposal: Proposal; job: Job }[] = [];
  new Play(world, set, catalogue).run(
    (situation) => {
      const { job } = situation;
      const proposal = propose(catalogue, job, rank(set, job.evidence, assembliesFitted(job)));
      if (!proposal || made.length === MOST_STEPS) return { kind: "stop" };
      made.push({ proposal, job });
      return moveFor(situation, proposal.step, proposal.minutes);
    },
    "planner",
    seed,
  );
  return made;
}
