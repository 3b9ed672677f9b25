import { byCode, danger, defineCheck, inside, stopsRun } from "./definition";
import { asked, isSight, lastPlace, lastSeen } from "./found";

/** A gas joint was opened and not tested since; bubbles were seen last; or gas was smelt and no joint proven tight since. */
interface LeakCheck {
  readonly code: "leak";
  readonly because: "joint" | "bubbles" | "smell";
}

export const leak = defineCheck<"leak", LeakCheck>({
  code: "leak",
  open: (_, state) => {
    const tight = lastPlace(state, "leak", "tight");
    const last = lastSeen(state, "leak");
    if (last && isSight(last.finding, "leak", "bubbles")) return [{ code: "leak", because: "bubbles" }];
    if (lastPlace(state, "smell", "gas") > tight) return [{ code: "leak", because: "smell" }];
    // Whoever soaps every joint and sees none bubble has tested each.
    const due = state.joints.find((j) => !j.test?.tight && (j.test ?? j).at > tight);
    return due ? [{ code: "leak", because: due.test ? "bubbles" : "joint" }] : [];
  },
  question: () => asked("leak"),
  when: inside,
  stopsRun,
  isDanger: danger,
  id: byCode,
  says: ({ because }) =>
    ({
      joint: "a gas joint was opened and not leak tested since",
      bubbles: "bubbles were seen at a gas joint",
      smell: "it smelled of gas and the joints have not all passed a leak test since",
    })[because],
  right: () => "Gas work is for a licensed technician.",
});
