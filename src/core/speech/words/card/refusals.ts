import type { Machine } from "../../../model/machine/format";
import { panelName, partName } from "../../../model/naming/names";
import type { Refusal } from "../../../record/job/refusal";
import { DEAD_HOLDS_HOURS, type Lapse } from "../../../record/job/safety";
import { blockerSays } from "./blockers";

const MAKE_SAFE = "Unplug it, prove it dead, then";

const LAPSED: Record<Lapse, string> = {
  hours: `Proved dead over ${DEAD_HOLDS_HOURS} h ago. That check has expired.`,
  person: "Someone else proved it dead. Prove it yourself.",
  clock: "The proof of dead is dated later than now: the clocks differ. Set them, then prove it dead yourself.",
};

/** Why an entry counts for nothing, and what to do. */
export function refusalSays(machine: Machine | undefined, refusal: Refusal): string {
  switch (refusal.code) {
    case "job-closed":
      return "Job is closed. Void the closing entry to reopen it.";
    case "not-closed":
      return "Not handed over: the job isn't closed. Close it first, with exceptions where something wasn't seen.";
    case "not-marked":
      return "Not saved. This machine is unsafe: unplug it, turn the gas off, tag it DO NOT USE, then check the box.";
    case "not-on-machine":
      return `“${refusal.given}” is not on this machine (${machine?.maker} ${machine?.model}). Is it the right one?`;
    case "not-dead":
      if (refusal.lapsed) return `${LAPSED[refusal.lapsed]} ${MAKE_SAFE} read again.`;
      return refusal.power === "live"
        ? `⚠ Never put ohms on a live circuit. ${MAKE_SAFE} read again.`
        : `Not proved dead. ${MAKE_SAFE} read again.`;
    case "live-unseen":
      return "The machine was switched on after this check. Unplug it and prove it dead again.";
    case "not-live":
      return `${refusal.power === "dead" ? "The power is off: no volts to read." : "The power state isn't known."} Turn power on and record it first. Live test: one hand, insulated probes, touch nothing else.`;
    case "live-tests-forbidden":
      return "Live tests are off for this job. Allow live tests, or test it dead.";
    case "not-running":
      return "The power is off: nothing to read while it runs. Turn power on and record it first.";
    case "not-off":
      return `“${refusal.given}” isn't on the removed list.`;
    case "behind-itself":
      return `The ${panelName(machine, refusal.given)} can’t be behind itself. Name what is in its way.`;
    case "no-photo":
      return `This job has no photo ${refusal.given}. Take it first, then pin labels to it.`;
    case "charged":
      return `The ${partName(machine, refusal.part)} may hold a charge. Bleed it through a resistor, record it discharged, then read.`;
    case "proof-needs-power":
      return "Power isn't on record. Reassemble it, plug it in, record power on, then run it.";
    case "discharge-needs-dead":
      return `Discharge it with the power off only. ${MAKE_SAFE} discharge.`;
    case "fitting-needs-dead":
      return `Replace parts with the power off only. ${MAKE_SAFE} enter the part again.`;
    case "still-blocked":
      if (!machine && refusal.blocker.code !== "machine") return "Not closed: something was still open on the machine that was named then.";
      return `Not closed: ${blockerSays(machine, refusal.blocker).says}`;
  }
}
