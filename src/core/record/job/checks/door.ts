import { assemblyIdOf } from "../../../model/machine/assembly";
import type { Machine } from "../../../model/machine/format";
import { byCode, defineCheck, letsRun, noMore, running } from "./definition";
import { asked, dueAfter } from "./found";

/** A new door switch must stop the machine when the door is opened; or it was last seen to run on. */
interface DoorCheck {
  readonly code: "door";
  readonly because: "fitted" | "runs-on";
}

export const door = defineCheck<"door", DoorCheck>({
  code: "door",
  open: (machine, state) => {
    const due = dueAfter(state, "door-stops", { good: "yes", bad: "no" }, doorSwitch(machine));
    return due ? [{ code: "door", because: due === "bad" ? "runs-on" : "fitted" }] : [];
  },
  question: () => asked("door-stops"),
  when: running,
  stopsRun: letsRun,
  isDanger: ({ because }) => because === "runs-on",
  id: byCode,
  says: ({ because }) =>
    because === "runs-on" ? "it kept running with the door open" : "the door switch was worked on; no one saw the open door stop it",
  right: noMore,
});

/** Switches that the control “door” works. */
function doorSwitch({ parts }: Machine): (assembly: string) => boolean {
  const ids = parts.filter((p) => p.kind === "switch" && p.closedWhen.control === "door").map(assemblyIdOf);
  return (assembly) => ids.includes(assembly);
}
