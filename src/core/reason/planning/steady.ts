import { assembliesFitted, type JobState } from "../../record/job/state";
import type { Proposal, Purpose, Step } from "./proposal";
import { timesTaken } from "./tests/offered";

/** Gives what a proposal is for: its step, or what that prepares. */
export const aimOf = ({ prepares, step }: { readonly prepares?: Purpose; readonly step: Step }): Purpose | Step => prepares ?? step;

/** Equal for a step and for what prepares it. */
export function aimKey(aim: Purpose | Step): string {
  if ("test" in aim) return `test ${aim.test.id}`;
  if ("assembly" in aim) return `fit ${aim.assembly}`;
  return JSON.stringify("check" in aim ? aim.check : aim);
}

/** The test that the proposal before promised and that was not made yet, by its id. */
export const promisedTest = ({ prepares }: Pick<Proposal, "prepares">, job: JobState): string | undefined =>
  prepares?.for === "test" && timesTaken(job, prepares.test) === 0 ? prepares.test.id : undefined;

/** Since its power was last switched nothing was found: what it was switched for follows, whatever else would be as good now. */
export const foundNothingSinceSwitch = ({ answersAtSwitch, evidence, untold }: JobState): boolean =>
  answersAtSwitch === evidence.length + untold.length;

/** Gives what the proposal before promised, where this one does not follow it and it was not done meanwhile. */
export function insteadOf({ prepares }: Pick<Proposal, "prepares">, now: Proposal, job: JobState): Purpose | undefined {
  if (!prepares || aimKey(prepares) === aimKey(aimOf(now))) return undefined;
  switch (prepares.for) {
    case "test":
      return timesTaken(job, prepares.test) === 0 ? prepares : undefined;
    case "fit":
      return assembliesFitted(job).includes(prepares.assembly) ? undefined : prepares;
    case "check":
    case "plug-check":
    case "close-up":
      return undefined;
  }
}
