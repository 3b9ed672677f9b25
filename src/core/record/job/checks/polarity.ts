import { assemblyIdOf, jointId } from "../../../model/machine/assembly";
import type { Machine } from "../../../model/machine/format";
import { byCode, defineCheck, letsRun, shut } from "./definition";
import { asked, dueAfter } from "./found";

/** The outlet was last found crossed, or the cord or the supply was worked on and it was not looked at since. */
interface PolarityCheck {
  readonly code: "polarity";
  readonly because: "crossed" | "worked-on";
}

export const polarity = defineCheck<"polarity", PolarityCheck>({
  code: "polarity",
  open: (machine, state) => {
    const due = dueAfter(state, "polarity", { good: "right", bad: "crossed" }, worksOnSupply(machine));
    return due ? [{ code: "polarity", because: due === "bad" ? "crossed" : "worked-on" }] : [];
  },
  question: () => asked("polarity"),
  when: shut,
  stopsRun: letsRun,
  isDanger: ({ because }) => because === "crossed",
  id: byCode,
  says: ({ because }) =>
    because === "crossed" ? "the outlet was found reversed" : "the cord or outlet was worked on; polarity not checked since",
  right: () => "Reversed: leave it unplugged until an electrician fixes the outlet.",
});

/** The outlet, the cord, or a joint of either. */
function worksOnSupply({ parts, supply: { part, legs, neutral, ground } }: Machine): (assembly: string) => boolean {
  const pins = [...legs, neutral, ground].map((s) => s.pin);
  const own = parts.filter((p) => p.id === part || (p.kind === "conductor" && p.nets.some((n) => pins.includes(n))));
  const ids = new Set(own.flatMap((p) => [assemblyIdOf(p), jointId(p.id)]));
  return (assembly) => ids.has(assembly);
}
