import { openingFor } from "../../model/access/opening";
import { panelsToOpen } from "../../model/access/panels";
import { lastOf } from "../../model/array/at";
import { type Machine, maybePanelOf } from "../../model/machine/format";
import { findingKind } from "../../record/finding/finding";
import { isOpenCheck } from "../../record/job/blocker";
import { checkId, type OpenCheck, questionOfCheck, timeOfCheck } from "../../record/job/checks/index";
import { plugOwed } from "../../record/job/closing/plug-owed";
import { isProven, reservationsOf } from "../../record/job/closing/proven";
import type { Job } from "../../record/job/fold";
import { areWiresOn, type CameOff, wayOut } from "../../record/job/hands/came-off";
import { makeSafe, preparation } from "./prepare";
import {
  CLOSE_MINUTES,
  ENERGISE_MINUTES,
  INTAKE_MINUTES,
  PLUG_CHECK_MINUTES,
  PUT_BACK_MINUTES,
  UNTOLD_PANEL_MINUTES,
  WHOLE_PROOF_MINUTES,
} from "./prices";
import { type Caution, type Proposal, plain } from "./proposal";
import { minutesOfQuestion, needsDead, panelsOfQuestion } from "./tests/reach-of-question";

/**
 * After the repair: what can be looked into while the machine is dead and open, panels back, what is measured on it shut, power, proof, what only a run
 * shows, close.
 */
export function wayToClose(machine: Machine, job: Job): Proposal {
  const checks = inOrder(machine, job, job.blockers.filter(isOpenCheck));
  const at = (time: ReturnType<typeof timeOfCheck>) => checks.find((c) => timeOfCheck(machine, c) === time);
  const inside = at("inside");
  if (inside) return examine(machine, job, inside);
  const [back] = wayOut(job.cameOff);
  if (back && back.is !== "panel") return thingBack(job, back);
  const atPlug = plugBeforePower(job);
  if (atPlug) return atPlug;
  if (job.panelsOff.length > 0) return panelBack(machine, job, lastOf(job.panelsOff));
  const shut = at("shut");
  if (shut) return examine(machine, job, shut);
  const run = at("run");
  if (run && job.safety.power !== "live" && isProven(job)) return examine(machine, job, run);
  if (job.safety.power !== "live" && !isProven(job))
    return plain({ kind: "energise", to: "prove" }, ENERGISE_MINUTES, { code: "only-a-run-proves" }, "live-from-here");
  if (!isProven(job)) return plain({ kind: "prove" }, WHOLE_PROOF_MINUTES, { code: "closes-when-run" });
  if (run) return examine(machine, job, run);
  if (job.blockers.some((b) => b.code === "complaint")) return plain({ kind: "intake" }, INTAKE_MINUTES, { code: "closes-when-told" });
  if (plugOwed(job)) return readAtPlug(job);
  const reservations = reservationsOf(job);
  return plain({ kind: "close", ...(reservations && { reservations }) }, CLOSE_MINUTES, { code: "nothing-left" });
}

/** Those that nobody said were not made come first; among them the most dangerous that needs no more panels. */
function inOrder(machine: Machine, job: Job, checks: readonly OpenCheck[]): OpenCheck[] {
  const given = new Set(job.notDone.map((n) => n.check));
  const opening = (c: OpenCheck) => openingFor(machine, panelsOfQuestion(machine, questionOfCheck(machine, c)), job).minutes;
  return checks
    .map((check) => ({ check, given: given.has(checkId(check)), opening: opening(check) }))
    .sort((a, b) => Number(a.given) - Number(b.given) || a.opening - b.opening)
    .map((c) => c.check);
}

/** A check, or what must be done before it: power out or on, a panel off, a capacitor discharged. */
export function examine(machine: Machine, job: Job, check: OpenCheck): Proposal {
  const question = questionOfCheck(machine, check);
  const dead = needsDead(machine, question);
  const proposal = plain(
    { kind: "examine", check },
    minutesOfQuestion(machine, question),
    { code: "check-first", check },
    cautionOf(check),
  );
  const before = preparation(
    machine,
    job,
    {
      power: dead ? "dead" : timeOfCheck(machine, check) === "run" ? "live" : "any",
      opens: panelsToOpen(machine, panelsOfQuestion(machine, question), job),
      touched: dead ? findingKind(question).touches(question) : [],
    },
    { for: "check", check },
  );
  return before ? { ...before, minutes: before.minutes + proposal.minutes, reason: proposal.reason } : proposal;
}

const cautionOf = (check: OpenCheck): Caution | undefined => {
  if (check.code === "leak") return check.because === "joint" ? "gas-work" : "gas-leaks";
  return check.code === "to-cabinet" ? "not-to-be-run" : undefined;
};

/** Whatever hands took off besides panels goes back where it was in the order. */
const thingBack = ({ safety }: Job, thing: CameOff): Proposal =>
  safety.power === "dead" ? plain({ kind: "put-back", thing }, PUT_BACK_MINUTES, { code: "back-before-power" }) : makeSafe();

/** The check at the plug, where wires were touched, all are on again and the machine is not known to be live; `undefined`: none. */
export const plugBeforePower = (job: Job): Proposal | undefined =>
  plugOwed(job) && job.safety.power !== "live" && areWiresOn(job.cameOff) ? readAtPlug(job) : undefined;

const readAtPlug = ({ safety }: Job): Proposal =>
  safety.power === "dead"
    ? plain({ kind: "plug-check" }, PLUG_CHECK_MINUTES, { code: "wires-moved" })
    : { ...makeSafe(), prepares: { for: "plug-check" } };

/** A panel goes back on a dead machine only. */
function panelBack(machine: Machine, { safety }: Job, panel: string): Proposal {
  if (safety.power !== "dead") return { ...makeSafe(), prepares: { for: "close-up", panel } };
  return plain({ kind: "panel", panel, state: "on" }, maybePanelOf(machine, panel)?.minutesOn ?? UNTOLD_PANEL_MINUTES, {
    code: "back-before-power",
  });
}
