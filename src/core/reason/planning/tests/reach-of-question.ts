import { type Machine, maybePartOf } from "../../../model/machine/format";
import { kindOf } from "../../../model/machine/parts/index";
import { readTerminal } from "../../../model/machine/wiring";
import { sightOf } from "../../../model/sights/sights";
import { findingKind, type Question } from "../../../record/finding/finding";

/** Of what has no minutes of its own (est.). */
const UNTOLD_MINUTES = 4;
/** A reading with both probes in the hand, at the plug. */
const PLUG_MINUTES = 1.5;

/** Panels behind which a question is answered. */
export function panelsOfQuestion(machine: Machine, { kind, place }: Question): string[] {
  const panels =
    kind === "look" ? [partPanel(machine, place.part)] : "between" in place ? place.between.map((p) => pointPanel(machine, p)) : [];
  return [...new Set(panels.filter((p) => p !== null))];
}

function pointPanel(machine: Machine, point: string): string | null {
  const at = readTerminal(point);
  return at ? partPanel(machine, at.part) : (machine.testPoints.find((t) => t.net === point)?.panel ?? null);
}

const partPanel = (machine: Machine, id: string): string | null => maybePartOf(machine, id)?.panel ?? null;

/** True where hands or a meter's ohms go where power may not be. */
export const needsDead = (machine: Machine, question: Question): boolean =>
  findingKind(question).power(question, machine) === "dead" || panelsOfQuestion(machine, question).length > 0;

/** Minutes of answering it, panels apart (est.). */
export function minutesOfQuestion(machine: Machine, question: Question): number {
  if (question.kind === "sight") return sightOf(question.place.sight).minutes;
  const id =
    question.kind === "look"
      ? question.place.part
      : "between" in question.place
        ? readTerminal(question.place.between[0])?.part
        : undefined;
  const part = id === undefined ? undefined : maybePartOf(machine, id);
  if (!part) return "between" in question.place ? PLUG_MINUTES : UNTOLD_MINUTES;
  return question.kind === "look" ? (kindOf(part).examined(part)?.minutes ?? part.checkMinutes) : part.checkMinutes;
}
