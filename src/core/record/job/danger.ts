import { isOpenCheck } from "./blocker";
import { isDanger } from "./checks/index";
import { closingBlockers } from "./closing/closing";
import type { JobState } from "./state";

/** True where the machine, as the record has it, can hurt whoever finds it: open, or with a check open that is about somebody's skin. */
export const isDangerous = (state: JobState): boolean =>
  state.panelsOff.length > 0 || closingBlockers(state).some((b) => isOpenCheck(b) && isDanger(b));
