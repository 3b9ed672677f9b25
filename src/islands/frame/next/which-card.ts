import type { Proposal, StepKind } from "../../../core/reason/planning/proposal";
import type { Job } from "../../../core/record/job/fold";
import type { View } from "../../store/view";

/** What the card of what is next is about. */
export type Card =
  | "proposal"
  /** The check at the plug, before anything covers the wires. */
  | "plug"
  /** The last thing that came off goes back. */
  | "back"
  /** The next thing comes off on the way that was chosen. */
  | "reach"
  /** The job is closed: what is left to say and to sign. */
  | "hand"
  /** Nothing is left, or it is being worked out. */
  | "none";

/** Steps that agree with closing up; whatever is still to be found out inside comes before anything goes back, unless who works says otherwise. */
const ON_THE_WAY_OUT: readonly StepKind[] = ["panel", "put-back", "energise", "prove", "close", "intake"];

interface Standing {
  readonly job: Pick<Job, "safety" | "closed" | "cameOff">;
  readonly view: Pick<View, "bench" | "reach">;
  /** `null`: nothing is left to do. */
  readonly proposal: Proposal | null | undefined;
  /** The check at the plug is what comes next. */
  readonly plug: boolean;
  /** Who works closes up all the same. */
  readonly anyway: boolean;
}

/** Something is off that may go back now. */
export const isGoingBack = ({ safety, closed, cameOff }: Standing["job"]): boolean =>
  safety.power === "dead" && !closed && cameOff.length > 0;

/** Which card is shown: on the benches for hands what hands do next, on all others the proposal. */
export function whichCard({ job, view, proposal, plug, anyway }: Standing): Card {
  if (job.closed) return "hand";
  if (view.bench === "close") {
    const closing = anyway || proposal === null || (proposal !== undefined && ON_THE_WAY_OUT.includes(proposal.step.kind));
    if (closing && plug) return "plug";
    if (closing && isGoingBack(job)) return "back";
  }
  if (view.bench === "open" && view.reach.length > 0) return "reach";
  return proposal ? "proposal" : "none";
}
