import { assemblyIdOf } from "../../machine/assembly";
import { danger, defineCheck, inside, letsRun } from "./definition";

/** A thermostat or limit was found not to open when it was warmed, and is neither renewed nor found good since. */
export interface GuardCheck {
  readonly code: "guard";
  readonly part: string;
}

export const guard = defineCheck<"guard", GuardCheck>({
  code: "guard",
  open: (machine, { evidence, fitted }) =>
    machine.parts
      .filter((p) => p.kind === "thermostat")
      .filter((part) => {
        const last = evidence.findLast(({ finding: f }) => f.kind === "look" && f.place.part === part.id);
        if (last?.finding.kind !== "look" || last.finding.result.value !== "bad") return false;
        return !fitted.slice(last.fitted.length).some((f) => f.assembly === assemblyIdOf(part));
      })
      .map((part) => ({ code: "guard", part: part.id })),
  question: ({ part }) => ({ kind: "look", place: { part }, circumstances: {} }),
  when: inside,
  stopsRun: letsRun,
  isDanger: danger,
});
