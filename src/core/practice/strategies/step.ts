import { piecesOf } from "../../reason/planning/outside";
import type { Step } from "../../reason/planning/proposal";
import { PLUG_CHECKED } from "../../record/job/closing/by-hand";
import { closingDraft } from "../../record/job/closing/closing-draft";
import { draftBack } from "../../record/job/closing/draft-back";
import { examine } from "./examine";
import { close, discharge, LIVE, movePanel, SAFE } from "./moves";
import type { Move, Situation } from "./situation";

/** A step of the program, done. */
export function moveFor(situation: Situation, step: Step, minutes = 0): Move {
  switch (step.kind) {
    case "make-safe":
      return SAFE;
    case "discharge":
      return discharge(step.part);
    case "energise":
      return LIVE;
    case "panel":
      return movePanel(situation, step.panel, step.state);
    case "put-back":
      return { kind: "entry", draft: draftBack(step.thing), minutes };
    case "test":
      return { kind: "test", test: step.test };
    case "fit":
      return { kind: "fit", assembly: step.assembly };
    case "prove":
      return { kind: "prove" };
    case "close":
      return close(closingDraft(situation.job));
    case "intake":
      return { kind: "stop" };
    case "doubt":
      return step.again ? { kind: "stop", outside: true } : { kind: "look-outside", pieces: piecesOf(step.look), minutes };
    case "plug-check":
      return { kind: "entry", draft: PLUG_CHECKED, minutes };
    case "examine":
      return examine(situation, step.check);
  }
}
