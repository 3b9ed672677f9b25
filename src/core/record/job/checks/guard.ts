import { assemblyIdOf } from "../../../model/machine/assembly";
import { partName } from "../../../model/naming/names";
import { looksAt } from "../evidence";
import { danger, defineCheck, inside, letsRun, noMore } from "./definition";

/** A thermostat or limit was found not to open when it was warmed, and is neither renewed nor found good since. */
interface GuardCheck {
  readonly code: "guard";
  readonly part: string;
}

export const guard = defineCheck<"guard", GuardCheck>({
  code: "guard",
  open: (machine, state) =>
    machine.parts
      .filter((p) => p.kind === "thermostat")
      .filter((part) => {
        const last = looksAt(state, part.id).at(-1);
        if (last?.finding.result.value !== "bad") return false;
        return !state.fitted.slice(last.evidence.fitted.length).some((f) => f.assembly === assemblyIdOf(part));
      })
      .map((part) => ({ code: "guard", part: part.id })),
  question: ({ part }) => ({ kind: "look", place: { part }, circumstances: {} }),
  when: inside,
  stopsRun: letsRun,
  isDanger: danger,
  id: ({ part }) => `guard ${part}`,
  says: ({ part }, machine) => `the ${partName(machine, part)} stayed closed when heated`,
  right: noMore,
});
