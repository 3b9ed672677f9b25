import type { Question, QuestionOfKind } from "../finding/finding";
import { assemblyIdOf, jointId, type Repair } from "../machine/assembly";
import { type Machine, type Part, partOf } from "../machine/format";
import { windingsOf } from "../machine/metering";
import { readTerminal } from "../machine/wiring";
import { normalise, takeName, vocabularyOf } from "../naming/vocabulary";

/** A part's name as the reading line takes it back: the shortest of its names that means this part and no other. */
export function partPhrase(machine: Machine, part: Part): string {
  const vocabulary = vocabularyOf(machine);
  const means = (name: string): boolean => {
    const tokens = normalise(name).split(" ");
    const taken = takeName(vocabulary, tokens);
    return taken?.used === tokens.length && taken.named.kind === "part" && taken.named.id === part.id;
  };
  const names = [part.label, part.name, ...part.aliases, part.id].map((n) => normalise(n));
  return names.find(means) ?? part.id;
}

/** Words for the reading line that begin the answer to a question; what was found follows. Empty for what is answered by a touch. */
export function phraseFor(machine: Machine, question: Question): string {
  switch (question.kind) {
    case "ohms":
      return `${ohmsPhrase(machine, question)} `;
    case "volts":
      return `${question.place.between.join(" ").toLowerCase()} `;
    case "amps":
      return `${partPhrase(machine, partOf(machine, question.place.through))} `;
    case "temperature":
      return "stream" in question.place ? "exhaust " : `${partPhrase(machine, partOf(machine, question.place.part))} `;
    case "pressure":
      return { duct: "back pressure ", manifold: "manifold ", inlet: "inlet " }[question.place.stream];
    case "sight":
    case "code":
    case "look":
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

/** Words by which the reading line takes a repair: “fitted cutoff”, “cleared vent”, “remade element”. */
export function repairPhrase(machine: Machine, repair: Repair): string {
  const part = repair.is === "joint" ? partOfJoint(machine, repair.id) : machine.parts.find((p) => assemblyIdOf(p) === repair.id);
  const verb = { fit: "fitted", remedy: "cleared", joint: "remade" }[repair.is];
  return `${verb} ${part ? partPhrase(machine, part) : repair.name.toLowerCase()}`;
}

const partOfJoint = (machine: Machine, id: string): Part | undefined => machine.parts.find((p) => jointId(p.id) === id);
