import type { Machine } from "../../../model/machine/format";
import { panelName, partName } from "../../../model/naming/names";
import type { Refusal } from "../../../record/job/refusal";
import { DEAD_HOLDS_HOURS, type Lapse } from "../../../record/job/safety";
import { blockerSays } from "./blockers";

const MAKE_SAFE = "Cord out, prove it dead, record “made safe”, then";

const LAPSED: Record<Lapse, string> = {
  hours: `It was proven dead more than ${DEAD_HOLDS_HOURS} hours ago: that holds no longer.`,
  person: "Somebody else proved it dead: your hands need your own proof.",
};

/** Why an entry counts for nothing, and what to do. */
export function refusalSays(machine: Machine | undefined, refusal: Refusal): string {
  switch (refusal.code) {
    case "job-closed":
      return "The job is closed. Take the closing back to go on with it.";
    case "not-closed":
      return "Not handed over: the job is not closed. Close it first, with reservations where something was not seen.";
    case "not-marked":
      return "Not recorded: the machine can hurt somebody as it stands. Cut it off (cord out or breaker off, gas cock shut), put “do not use” on it, and say so.";
    case "not-on-machine":
      return `“${refusal.given}” is not on this machine (${machine?.maker} ${machine?.model}). Is it the right one?`;
    case "not-dead":
      if (refusal.lapsed) return `${LAPSED[refusal.lapsed]} ${MAKE_SAFE} measure again.`;
      return refusal.power === "live"
        ? `Never a resistance range on a live circuit. ${MAKE_SAFE} measure again.`
        : `Not proven dead. ${MAKE_SAFE} measure again.`;
    case "live-unseen":
      return "Somebody switched the machine on, and this proof did not know of it. Cord out, prove it dead again.";
    case "not-live":
      return `${refusal.power === "dead" ? "The machine is dead: there is no voltage to read." : "The power state is not known."} Record “energised” first; one hand, insulated probes.`;
    case "live-tests-forbidden":
      return "Live tests are not allowed on this job. Allow them for the job, or test it dead.";
    case "not-running":
      return "The machine is dead: there is nothing to measure while it runs. Record “energised” first.";
    case "not-off":
      return `“${refusal.given}” is not off: nothing of that name came off on this job.`;
    case "behind-itself":
      return `The ${panelName(machine, refusal.given)} can’t be behind itself. Name what is in its way.`;
    case "no-photo":
      return `This job has no photo ${refusal.given}: take it first, then pin labels to it.`;
    case "charged":
      return `The ${partName(machine, refusal.part)} may hold its charge. Discharge it through a resistor, record “discharged”, then measure.`;
    case "proof-needs-power":
      return "The machine is not on. Close it up, record that it is energised, then prove it.";
    case "discharge-needs-dead":
      return `Discharging is for a dead machine. ${MAKE_SAFE} discharge.`;
    case "fitting-needs-dead":
      return `Fitting needs a dead machine. ${MAKE_SAFE} enter the part again.`;
    case "still-blocked":
      return `Not closed: ${blockerSays(machine, refusal.blocker).says}`;
  }
}
