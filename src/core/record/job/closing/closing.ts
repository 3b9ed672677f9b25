import type { Blocker } from "../blocker";
import { openChecks } from "../checks/index";
import type { JobState } from "../state";
import { leftOff } from "./left-off";
import { plugOwed } from "./plug-owed";
import { proofStands } from "./proven";

/** Why a job can't be closed yet, the most dangerous first; empty when nothing is left. */
export function closingBlockers(state: JobState): Blocker[] {
  const { machine } = state;
  if (!machine) return [{ code: "machine" }];
  const run = proofStands(state);
  return [
    ...openChecks(machine, state),
    ...(state.complaint ? [] : [{ code: "complaint" } as const]),
    ...state.panelsOff.map((panel): Blocker => ({ code: "panel", panel })),
    ...leftOff(state),
    ...owed(plugOwed(state)),
    ...(run === "proven" ? [] : [{ code: "proof", run } as const]),
  ];
}

const owed = <T>(blocker: T | undefined): T[] => (blocker === undefined ? [] : [blocker]);
