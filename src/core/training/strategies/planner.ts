import { rank } from "../../diagnosis/rank";
import { assembliesFitted } from "../../job/state";
import { propose } from "../../planning/propose";
import type { Move, Situation, Strategy } from "../situation";
import { examine } from "./examine";
import { CLOSE, discharge, LIVE, movePanel, SAFE } from "./moves";

/** Does what the program proposes, step by step. */
export const planner = (): Strategy => (situation) => {
  const { suspects, catalogue, job } = situation;
  const proposal = propose(catalogue, job, rank(suspects, job.evidence, assembliesFitted(job)));
  return proposal ? moveFor(situation, proposal.step) : { kind: "stop" };
};

type Step = NonNullable<ReturnType<typeof propose>>["step"];

function moveFor(situation: Situation, step: Step): Move {
  switch (step.kind) {
    case "make-safe":
      return SAFE;
    case "discharge":
      return discharge(step.part);
    case "energise":
      return LIVE;
    case "panel":
      return movePanel(situation, step.panel, step.state);
    case "test":
      return { kind: "test", test: step.test };
    case "fit":
      return { kind: "fit", assembly: step.assembly };
    case "prove":
      return { kind: "prove" };
    case "close":
      return CLOSE;
    case "examine":
      return examine(situation, step.check);
  }
}
