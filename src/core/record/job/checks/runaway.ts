import { byCode, danger, defineCheck, letsRun, noMore, running } from "./definition";
import { asked, isSight, lastSeen } from "./found";

/** The heat was last seen never to switch off. */
interface RunawayCheck {
  readonly code: "runaway";
}

export const runaway = defineCheck<"runaway", RunawayCheck>({
  code: "runaway",
  open: (_, state) => {
    const last = lastSeen(state, "cycles");
    return last && isSight(last.finding, "cycles", "no") ? [{ code: "runaway" }] : [];
  },
  question: () => asked("cycles"),
  when: running,
  stopsRun: letsRun,
  isDanger: danger,
  id: byCode,
  says: () => "the heat stayed on and never cycled off",
  right: noMore,
});
