import type { Proposal, StepKind } from "../../../core/reason/planning/proposal";
import type { Job } from "../../../core/record/job/fold";

/** Holds what the card of what is next is about while it is closed up. */
type CloseCardKind =
  | "proposal"
  /** The plug check, before anything covers the wires. */
  | "plug"
  /** The last thing that came off goes back. */
  | "back";

/** Steps that agree with closing up; whatever is still to be found out inside comes before anything goes back, unless who works says otherwise. */
const ON_THE_WAY_OUT: readonly StepKind[] = ["panel", "put-back", "plug-check", "energise", "prove", "close", "intake"];

interface Standing {
  readonly job: Pick<Job, "safety" | "closed" | "cameOff">;
  /** `null`: nothing is left to do. */
  readonly proposal: Proposal | null | undefined;
  /** The plug check is what comes next. */
  readonly plug: boolean;
  /** Whoever works closes up all the same. */
  readonly anyway: boolean;
}

/** Something is off that may go back now. */
export const isGoingBack = ({ safety, closed, cameOff }: Standing["job"]): boolean =>
  safety.power === "dead" && !closed && cameOff.length > 0;

/** Gives what hands do next while it is closed up, or what is proposed. */
export function whichCard({ job, proposal, plug, anyway }: Standing): CloseCardKind {
  const closing = anyway || proposal === null || (proposal !== undefined && ON_THE_WAY_OUT.includes(proposal.step.kind));
  if (closing && plug) return "plug";
  return closing && isGoingBack(job) ? "back" : "proposal";
}
