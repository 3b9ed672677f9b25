import { lastOf } from "../array/at";
import { isOpenCheck, type OpenCheck } from "../job/blocker";
import type { Job } from "../job/fold";
import { isProven } from "../job/state";
import { type Machine, maybePanelOf, maybePartOf } from "../machine/format";
import { makeSafe } from "./prepare";
import { type Proposal, plain } from "./proposal";
import { PROVE_MINUTES } from "./repairs";

const CHECK_MINUTES = 4;
const POWER_MINUTES = 1;
const CLOSE_MINUTES = 2;
/** Of a panel that the machine file does not have. */
const UNTOLD_PANEL_MINUTES = 3;
/** What a whole proof takes beyond seeing whether it runs. */
const WHOLE_PROOF_MINUTES = PROVE_MINUTES + 8;

/** After the repair: causes examined, panels back, power, proof, close. */
export function wayToClose(machine: Machine, job: Job): Proposal {
  const check = job.blockers.find(isOpenCheck);
  if (check && canBeMadeNow(machine, job, check)) {
    if (needsDead(check) && job.safety.power !== "dead") return { ...makeSafe(), prepares: { for: "check", check } };
    return examine(check);
  }
  if (job.panelsOff.length > 0) return panelBack(machine, job, lastOf(job.panelsOff));
  if (job.safety.power !== "live")
    return plain({ kind: "energise", to: "prove" }, POWER_MINUTES, { code: "only-a-run-proves" }, "live-from-here");
  if (!isProven(job.proof)) return plain({ kind: "prove" }, WHOLE_PROOF_MINUTES, { code: "closes-when-run" });
  if (check) return examine(check);
  return plain({ kind: "close" }, CLOSE_MINUTES, { code: "nothing-left" });
}

const examine = (check: OpenCheck): Proposal => plain({ kind: "examine", check }, CHECK_MINUTES, { code: "check-first", check });

const panelBack = (machine: Machine, { safety }: Job, panel: string): Proposal =>
  plain(
    { kind: "panel", panel, state: "on" },
    maybePanelOf(machine, panel)?.minutesOn ?? UNTOLD_PANEL_MINUTES,
    { code: "back-before-power" },
    safety.power === "live" ? "is-live" : undefined,
  );

/** A check that only a run can make waits for the run: thermostats for the proof, the air until the machine is closed and on. */
function canBeMadeNow(machine: Machine, job: Job, check: OpenCheck): boolean {
  if (check.code !== "cause") return true;
  if (maybePartOf(machine, check.cause.part)?.kind === "thermostat") return job.proof !== undefined;
  return check.by !== "air" || (job.safety.power === "live" && job.panelsOff.length === 0);
}

const needsDead = (check: OpenCheck): boolean => check.code === "cause" && (check.by === "cabinet" || check.by === "across");
