import { panelName } from "../../../model/naming/names";
import { checkSays, dangerOfRunning } from "../../../record/job/checks/index";
import { plugOwed } from "../../../record/job/closing/plug-owed";
import { areWiresOn } from "../../../record/job/hands/came-off";
import type { Draft } from "../../../record/job/kinds/index";
import type { JobState } from "../../../record/job/state";

/** Gives what is to be minded before something is entered that nobody can refuse, because it is done already; `undefined`: nothing. */
export function warningSays(state: JobState, draft: Draft): string | undefined {
  const against = draft.kind === "energised" ? againstPower(state) : undefined;
  return against && `Do not power it: ${against}. If it's on, unplug it.`;
}

/** Gives what a machine should not be live with, and is; `undefined`: nothing, or it is not live. */
export function liveSays(state: JobState): string | undefined {
  const against = state.safety.power === "live" ? againstPower(state) : undefined;
  return against && `LIVE, and ${against}. Hands out, unplug it.`;
}

/** Gives what stands against power: a danger on record, a panel that is off, wires that were moved and not checked. */
function againstPower(state: JobState): string | undefined {
  const { machine, panelsOff, cameOff } = state;
  if (!machine) return undefined;
  const danger = dangerOfRunning(machine, state);
  if (danger) return checkSays(machine, danger);
  if (!areWiresOn(cameOff)) return "wires are off";
  if (panelsOff.length > 0)
    return `the ${panelsOff.map((p) => panelName(machine, p)).join(", ")} ${panelsOff.length > 1 ? "are" : "is"} off`;
  return plugOwed(state) ? "wires were moved and not checked at the plug" : undefined;
}
