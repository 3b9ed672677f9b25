import type { Machine } from "../../../model/machine/format";
import { faultsSay, partName } from "../../../model/naming/names";
import { lower, percent } from "../../../model/naming/text";
import type { Contradiction } from "../../../reason/diagnosis/contradiction";
import { type CurrentPath, carriesAll, sharesIn } from "../../../reason/diagnosis/current-path";
import type { Hypothesis } from "../../../reason/diagnosis/hypotheses";

/** “Thermal cut-off blown, vent duct and hood choked”. */
export const hypothesisSays = (machine: Machine, { faults, kind }: Pick<Hypothesis, "faults" | "kind">): string =>
  faultsSay(machine, faults, kind === "pair");

/** Tells how a meter's current went: “The current divides: …”. */
export function pathSays(machine: Machine, { parts }: CurrentPath): string {
  const main = parts.filter((p) => carriesAll(p.share)).map((p) => partName(machine, p.part));
  const shared = parts.filter((p) => sharesIn(p.share));
  if (shared.length === 0) return `The current went through ${main.join(", ")}.`;
  const divided = shared.map((p) => `${partName(machine, p.part)} ${Math.round(p.share * 100)}%`).join(", ");
  return `The current divides: ${divided}${main.length > 0 ? `. All of it goes through ${main.join(", ")}` : ""}.`;
}

/** Gives what leads with two entries that don't go together, and without the one that is to be taken again. */
export function contradictionSays(machine: Machine, { leader, without }: Contradiction): string {
  const name = ({ hypothesis }: Contradiction["leader"]) => lower(hypothesisSays(machine, hypothesis));
  const then =
    leader.hypothesis.suspect === without.hypothesis.suspect
      ? "the rest fits together"
      : `${name(without)} leads at ${percent(without.share)}`;
  return `With it, ${name(leader)} leads at ${percent(leader.share)} and leaves readings unexplained. Without it, ${then}.`;
}
