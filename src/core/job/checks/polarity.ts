import { assemblyIdOf, jointId } from "../../machine/assembly";
import type { Machine } from "../../machine/format";
import { defineCheck, letsRun, shut } from "./definition";
import { asked, isSight, lastSeen, seenSinceFitted } from "./found";

/** The outlet was last found crossed, or the cord or the supply was worked on and it was not looked at since. */
export interface PolarityCheck {
  readonly code: "polarity";
  readonly because: "crossed" | "worked-on";
}

export const polarity = defineCheck<"polarity", PolarityCheck>({
  code: "polarity",
  open: (machine, state) => {
    const last = lastSeen(state, "polarity");
    if (last && isSight(last.finding, "polarity", "crossed")) return [{ code: "polarity", because: "crossed" }];
    const worked = worksOnSupply(machine);
    if (!state.fitted.some((f) => worked(f.assembly)) || seenSinceFitted(state, "polarity", "right", worked)) return [];
    return [{ code: "polarity", because: "worked-on" }];
  },
  question: () => asked("polarity"),
  when: shut,
  stopsRun: letsRun,
});

/** The outlet, the cord, or a joint of either. */
function worksOnSupply({ parts, supply: { part, legs, neutral, ground } }: Machine): (assembly: string) => boolean {
  const pins = [...legs, neutral, ground].map((s) => s.pin);
  const own = parts.filter((p) => p.id === part || (p.kind === "conductor" && p.nets.some((n) => pins.includes(n))));
  const ids = new Set(own.flatMap((p) => [assemblyIdOf(p), jointId(p.id)]));
  return (assembly) => ids.has(assembly);
}
