import { rank } from "../../reason/diagnosis/rank";
import type { Proposal } from "../../reason/planning/proposal";
import { propose } from "../../reason/planning/propose";
import { assembliesFitted } from "../../record/job/state";
import type { Strategy } from "./situation";
import { moveFor } from "./step";

/** Does what the program proposes, step by step. */
export const planner = (): Strategy => {
  let before: Proposal | undefined;
  return (situation) => {
    const { suspects, catalogue, job } = situation;
    const proposal = propose(catalogue, job, rank(suspects, job.evidence, assembliesFitted(job)), before);
    before = proposal;
    if (!proposal) return { kind: "stop" };
    const move = moveFor(situation, proposal.step, proposal.minutes);
    return move.kind === "fit"
      ? { ...move, gamble: proposal.reason.code === "likely-repair" && proposal.reason.gamble !== undefined }
      : move;
  };
};
