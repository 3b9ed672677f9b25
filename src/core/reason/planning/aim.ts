import { assemblyIdOf, partsOfAssembly, repairOf } from "../../model/machine/assembly";
import { type Machine, maybePartOf } from "../../model/machine/format";
import { repairName } from "../../model/naming/names";
import { capital } from "../../model/naming/text";
import type { Question } from "../../record/finding/finding";
import { questionOfCheck } from "../../record/job/checks/index";
import type { Proposal } from "./proposal";
import { panelsOfQuestion } from "./tests/reach-of-question";

/** Holds what hands are to reach. */
export interface Aim {
  readonly name: string;
  /** Panels and places. */
  readonly goals: readonly string[];
  /** The parts there: their wires come into question. */
  readonly parts: readonly string[];
}

/** Gives what a proposal is about, where something has to come off for it; `undefined`: nothing does. */
export function aimOfProposal(machine: Machine, { step, prepares }: Pick<Proposal, "step" | "prepares">): Aim | undefined {
  const aim = prepares ?? step;
  if ("assembly" in aim) return aimOfAssemblies(machine, [aim.assembly]);
  if ("test" in aim) {
    const { panels, part, question } = aim.test;
    return panels.length > 0 ? { ...aimOfQuestion(machine, question, part), goals: panels } : undefined;
  }
  if (!("check" in aim)) return undefined;
  const question = questionOfCheck(machine, aim.check);
  const goals = panelsOfQuestion(machine, question);
  return goals.length > 0 ? { ...aimOfQuestion(machine, question), goals } : undefined;
}

/** The part that is looked at or read, or the points between which. */
function aimOfQuestion(machine: Machine, { place }: Question, of?: string): Omit<Aim, "goals"> {
  const id = "part" in place ? place.part : of;
  const part = id === undefined ? undefined : maybePartOf(machine, id);
  if (part) return { name: part.name, parts: [part.id] };
  return { name: "between" in place ? place.between.join(" and ") : INSIDE, parts: [] };
}

const INSIDE = "Inside";
const named = (names: readonly string[]): string => (names.length > 0 ? capital([...new Set(names)].join(", ")) : INSIDE);

/** Everything that these assemblies, joints and pieces take. */
export function aimOfAssemblies(machine: Machine, assemblies: readonly string[]): Aim {
  const repairs = assemblies.map((a) => repairOf(machine, a));
  return {
    name: named(repairs.map(repairName)),
    goals: repairs.flatMap((r) => r.panel ?? []),
    parts: assemblies.flatMap((a) => partsOfAssembly(machine, a)),
  };
}

/** Parts by their ids, with what is fitted as one with them. */
export function aimOfParts(machine: Machine, ids: readonly string[]): Aim {
  const parts = machine.parts.filter((p) => ids.includes(p.id));
  const together = new Set(parts.map(assemblyIdOf));
  return {
    name: named(parts.map((p) => p.name)),
    goals: parts.flatMap((p) => p.panel ?? []),
    parts: machine.parts.filter((p) => together.has(assemblyIdOf(p))).map((p) => p.id),
  };
}
