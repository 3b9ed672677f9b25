import { lastOf } from "../../array/at";
import { type Blocker, isOpenCheck } from "../../job/blocker";
import { isProven } from "../../job/state";
import { hasHood, maybePartOf } from "../../machine/format";
import type { Move, Situation } from "../situation";
import { examine } from "./examine";
import { CLOSE, LIVE, movePanel, SAFE } from "./moves";

/** Shared end of the strategies that don't plan: causes examined, panels back, power, proof; then closed, or (undefined) on with the search. */
export function wrapUp(situation: Situation): Move | undefined {
  const { job } = situation;
  const check = job.blockers.find((b) => b.code === "cause" || b.code === "leak");
  if (check && !waits(situation, check)) return examine(situation, check);
  if (job.panelsOff.length > 0) return job.safety.power === "live" ? SAFE : movePanel(situation, lastOf(job.panelsOff), "on");
  if (job.safety.power !== "live") return LIVE;
  if (!job.proof) return { kind: "prove" };
  if (!isProven(job.proof)) return undefined;
  const [open] = job.blockers;
  if (!open) return CLOSE;
  return isOpenCheck(open) ? examine(situation, open) : { kind: "leak-test" };
}

/** A thermostat may show in the proof that it opens, and the air can only be felt with the machine closed and on. */
function waits({ job, suspects }: Situation, check: Blocker): boolean {
  const { machine } = suspects.predictor;
  const kind = check.code === "cause" ? maybePartOf(machine, check.cause.part)?.kind : undefined;
  const felt = kind === "duct" && hasHood(machine);
  return (kind === "thermostat" && !job.proof) || (felt && (job.safety.power !== "live" || job.panelsOff.length > 0));
}
