import { rank } from "../../diagnosis/rank";
import { assembliesFitted } from "../../job/state";
import { propose } from "../../planning/propose";
import type { Strategy } from "../situation";
import { moveFor } from "./step";

/** Does what the program proposes, step by step. */
export const planner = (): Strategy => (situation) => {
  const { suspects, catalogue, job } = situation;
  const proposal = propose(catalogue, job, rank(suspects, job.evidence, assembliesFitted(job)));
  return proposal ? moveFor(situation, proposal.step) : { kind: "stop" };
};
