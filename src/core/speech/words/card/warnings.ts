import { checkSays, dangerOfRunning } from "../../../record/job/checks/index";
import type { Draft } from "../../../record/job/kinds/index";
import type { JobState } from "../../../record/job/state";

/** Gives what is to be minded before something is entered that nobody can refuse, because it is done already; `undefined`: nothing. */
export function warningSays(state: JobState, draft: Draft): string | undefined {
  if (draft.kind !== "energised" || !state.machine) return undefined;
  const danger = dangerOfRunning(state.machine, state);
  return danger && `Do not power it: ${checkSays(state.machine, danger)}. If it's on, unplug it.`;
}
