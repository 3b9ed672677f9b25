import { wayToClose } from "../../reason/planning/way-to-close";
import { isProven } from "../../record/job/closing/proven";
import type { Move, Situation } from "./situation";
import { moveFor } from "./step";

/** Shared end of the strategies that don't plan: the way to close; or (undefined) on with the search, when the run did not go well. */
export function wrapUp(situation: Situation): Move | undefined {
  const { job, suspects } = situation;
  if (job.proof && !isProven(job)) return undefined;
  return moveFor(situation, wayToClose(suspects.predictor.machine, job).step);
}
