import { assemblyIdOf } from "../../machine/assembly";
import type { Machine } from "../../machine/format";
import { defineCheck, letsRun, running } from "./definition";
import { asked, isSight, lastSeen, seenSinceFitted } from "./found";

/** A new door switch must stop the machine when the door is opened; or it was last seen to run on. */
export interface DoorCheck {
  readonly code: "door";
  readonly because: "fitted" | "runs-on";
}

export const door = defineCheck<"door", DoorCheck>({
  code: "door",
  open: (machine, state) => {
    const last = lastSeen(state, "door-stops");
    if (last && isSight(last.finding, "door-stops", "no")) return [{ code: "door", because: "runs-on" }];
    const isSwitch = doorSwitch(machine);
    if (!state.fitted.some((f) => isSwitch(f.assembly)) || seenSinceFitted(state, "door-stops", "yes", isSwitch)) return [];
    return [{ code: "door", because: "fitted" }];
  },
  question: () => asked("door-stops"),
  when: running,
  stopsRun: letsRun,
});

/** Switches that the control “door” works. */
function doorSwitch({ parts }: Machine): (assembly: string) => boolean {
  const ids = parts.filter((p) => p.kind === "switch" && p.closedWhen.control === "door").map(assemblyIdOf);
  return (assembly) => ids.includes(assembly);
}
