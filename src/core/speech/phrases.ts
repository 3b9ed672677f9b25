import { assemblyIdOf, jointId, type Repair } from "../model/machine/assembly";
import { type Machine, type Part, partOf } from "../model/machine/format";
import { windingsOf } from "../model/machine/metering";
import { readTerminal } from "../model/machine/wiring";
import type { Finding, Question, QuestionOfKind } from "../record/finding/finding";
import { SUPPLY } from "../record/finding/kinds/amps";
import { lexiconOf } from "./hear/lexicon";
import { normal } from "./hear/tokens";

/** A part's name as the reading line takes it back: the shortest of its names that means this part and nothing else. */
export function partPhrase(machine: Machine, part: Part): string {
  const lexicon = lexiconOf(machine);
  const means = (name: string): boolean => {
    const senses = lexicon.senses(name);
    const parts = senses.filter((s) => s.is === "part");
    return (
      parts.length > 0 &&
      parts.every((s) => s.id === part.id) &&
      senses.every((s) => !OTHERWISE.has(s.is) && (s.is !== "word" || !TAKEN.has(s.tag)))
    );
  };
  const names = [part.label, part.name, ...part.aliases, part.id].map((n) => normal(n));
  return names.find(means) ?? part.name.toLowerCase();
}

/** Whatever these words mean besides would be taken first. */
const TAKEN: ReadonlySet<string> = new Set(["cabinet", "neutral"]);
const OTHERWISE: ReadonlySet<string> = new Set(["sight", "point", "leg", "state"]);

/** Words for the reading line that begin the answer to a question; what was found follows. Empty for what is answered by a touch. */
export function phraseFor(machine: Machine, question: Question): string {
  switch (question.kind) {
    case "ohms":
      return `${ohmsPhrase(machine, question)} `;
    case "volts":
      return `${question.place.between.join(" ").toLowerCase()} `;
    case "amps":
      return question.place.through === SUPPLY ? "machine draws " : `${partPhrase(machine, partOf(machine, question.place.through))} `;
    case "temperature":
      return "stream" in question.place ? `${question.place.stream} ` : `${partPhrase(machine, partOf(machine, question.place.part))} `;
    case "pressure":
      return { duct: "back pressure ", manifold: "manifold ", inlet: "inlet " }[question.place.stream];
    case "airspeed":
      return "air at the hood ";
    case "flow":
    case "input":
      return "";
    case "capacitance":
      return `${partPhrase(machine, partOf(machine, question.place.part))} `;
    case "sight":
    case "code":
    case "look":
    case "spot":
    case "airway":
    case "verdict":
    case "setting":
    case "series":
      return "";
  }
}

function ohmsPhrase(machine: Machine, { place }: QuestionOfKind<"ohms">): string {
  const [one, other] = [readTerminal(place.between[0]), readTerminal(place.between[1])];
  if (!one) return place.between.join(" ").toLowerCase();
  const part = partOf(machine, one.part);
  if (!other) return `${partPhrase(machine, part)} ${place.between[1] === machine.cabinet ? "cab" : place.between[1].toLowerCase()}`;
  const winding = windingsOf(part).find(({ terminals }) => terminals[1] === other.number);
  return winding && winding.is !== "whole" ? `${winding.is} winding` : partPhrase(machine, part);
}

/** Words by which the reading line takes a repair: “fitted cutoff”, “fixed vent”, “remade the joint at element”. */
export function repairPhrase(machine: Machine, repair: Repair): string {
  const part = repair.is === "joint" ? partOfJoint(machine, repair.id) : machine.parts.find((p) => assemblyIdOf(p) === repair.id);
  const verb = repair.is === "fit" ? "fitted" : "fixed";
  const name =
    repair.is === "fit" && part?.assembly !== undefined
      ? repair.name.toLowerCase()
      : part
        ? partPhrase(machine, part)
        : repair.name.toLowerCase();
  return repair.is === "joint" ? `remade the joint at ${name}` : `${verb} ${name}`;
}

const partOfJoint = (machine: Machine, id: string): Part | undefined => machine.parts.find((p) => jointId(p.id) === id);

/** A finding as it is typed: its place, and what was read there. */
export function typedFinding(machine: Machine, finding: Finding): string {
  const { result } = finding;
  const read = result.is === "OL" ? "OL" : result.is === "value" ? String(result.value) : "";
  return `${phraseFor(machine, finding).trimEnd()} ${read}`;
}
