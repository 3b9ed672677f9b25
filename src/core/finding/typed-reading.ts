import { closest as closestWord, distance } from "fastest-levenshtein";
import { isWallPoint, type Machine, partOf } from "../machine/format";
import { closedControls, windingsOf } from "../machine/metering";
import type { ControlPositions } from "../machine/run/condition";
import { partOff, type WiringEdit } from "../machine/wiring";
import { type Named, normalise, takeName, type Vocabulary } from "../naming/vocabulary";
import { parseQuantity } from "../quantity/parse";
import type { Quantity } from "../quantity/quantity";
import type { Circumstances } from "./circumstances";
import type { Typing } from "./definition";

interface Value<U extends string> {
  readonly is: "value";
  readonly value: number;
  readonly unit: U;
}
interface Probes {
  between: [string, string];
}
/** What a typed reading comes to; the kinds of these names take it over. */
type Reading = { readonly circumstances: Circumstances } & (
  | { readonly kind: "ohms"; readonly place: Probes; readonly result: Value<"ohm"> | { readonly is: "OL" } }
  | { readonly kind: "volts"; readonly place: Probes; readonly result: Value<"volt"> }
  | { readonly kind: "amps"; readonly place: { readonly through: string }; readonly result: Value<"amp"> }
);
type Read = { readonly ok: true; readonly taken: Reading } | { readonly ok: false; readonly message: string };
const refuse = (message: string): Read => ({ ok: false, message });

export const EXAMPLES = "“element OL”, “h3 h4 .3”, “turns, no heat”, “rear off”, “fitted element”";

/** A reading as it is muttered: a place, an amount. Says what is missing where it is none. */
export function typedReading(saying: string, typing: Typing): Read {
  const { rest, wiresOn } = takeWiresOn(saying);
  const tokens = rest.trim().split(/\s+/);
  const amountAt = firstAmount(tokens);
  const names = namesIn(tokens.slice(0, amountAt), typing.vocabulary);
  if (!Array.isArray(names)) return names;
  if (names.length === 0) return refuse(`Say what it was measured on: “element ${saying}”, “h3 h4 ${saying}”`);
  if (amountAt === tokens.length)
    return refuse(
      `And what did it read? For example “${rest} 0.3” or “${rest} OL”${names.length === 1 ? `, or how it looks: “${rest} good”` : ""}`,
    );
  return readingOf(names, tokens.slice(amountAt).join(" "), wiresOn, typing);
}

function namesIn(tokens: readonly string[], vocabulary: Vocabulary): Named[] | Read {
  const words = normalise(tokens.join(" "))
    .split(" ")
    .filter((t) => t !== "" && !["to", "the", "at", "across", "between"].includes(t));
  const names: Named[] = [];
  for (let i = 0; i < words.length; ) {
    const found = takeName(vocabulary, words.slice(i));
    if (!found) {
      const word = words[i] ?? "";
      const guess = nearestName(word, vocabulary);
      return refuse(`I don't know “${word}” on this machine${guess ? `; did you mean ${guess}?` : `. Try ${EXAMPLES}`}`);
    }
    names.push(found.named);
    i += found.used;
  }
  return names;
}

function takeWiresOn(saying: string): { rest: string; wiresOn: boolean } {
  const match = /\s*\(?\b(wires?|leads?) (on|off)\b\)?/i.exec(saying);
  return match ? { rest: saying.replace(match[0], " "), wiresOn: match[2]?.toLowerCase() === "on" } : { rest: saying, wiresOn: false };
}

/** Index of the first token from which the rest reads as an amount; `tokens.length` when there is none. */
function firstAmount(tokens: readonly string[]): number {
  if (/^[-+.,]?\d|^(ol|o\.l\.?)$/i.test(tokens[0] ?? "")) return 0;
  const at = tokens.findIndex((t, i) => i > 0 && /^[-+.,]?\d|^(ol|o\.l\.?|open|∞)$/i.test(t));
  return at < 0 ? tokens.length : at;
}

function readingOf(names: readonly Named[], said: string, wiresOn: boolean, typing: Typing): Read {
  const { machine } = typing;
  const place = placeOf(names, wiresOn, machine);
  if ("message" in place) return refuse(place.message);
  const [amount = "", own] = said.split("@").map((x) => x.trim());
  const warmth = own === undefined ? undefined : parseQuantity(own, "celsius");
  if (warmth && !warmth.ok) return refuse(warmth.message);
  const energised = typing.power === "live" || place.between.every((p) => isWallPoint(machine, p));
  const expected = names.length === 2 && place.wiring.length === 0 && energised ? "volt" : "ohm";
  const parsed = parseQuantity(/^open$/i.test(amount) ? "OL" : amount, expected);
  if (!parsed.ok) return refuse(parsed.message);
  return findingOf(parsed.quantity, place, warmth?.quantity.value, amount, typing.controls ?? {});
}

function findingOf(quantity: Quantity, place: Place, partC: number | undefined, amount: string, set: ControlPositions): Read {
  const controls = { ...place.controls, ...set };
  const circumstances: Circumstances = { controls, ...(partC !== undefined && { partC }) };
  const { between } = place;
  switch (quantity.unit) {
    case "ohm": {
      const result = quantity.overload ? ({ is: "OL" } as const) : ({ is: "value", value: quantity.value, unit: "ohm" } as const);
      const wired = { ...circumstances, ...(place.wiring.length > 0 && { wiring: place.wiring }) };
      return { ok: true, taken: { kind: "ohms", place: { between }, result, circumstances: wired } };
    }
    case "volt":
      return {
        ok: true,
        taken: { kind: "volts", place: { between }, result: { is: "value", value: quantity.value, unit: "volt" }, circumstances },
      };
    case "amp":
      if (place.part === undefined) return refuse(`“${amount}” is a current: name the part that it goes through`);
      return {
        ok: true,
        taken: {
          kind: "amps",
          place: { through: place.part },
          result: { is: "value", value: quantity.value, unit: "amp" },
          circumstances: {},
        },
      };
    default:
      return refuse(`“${amount}” is in ${quantity.unit}s; between two points expected ohms or volts`);
  }
}

interface Place {
  readonly between: [string, string];
  readonly wiring: WiringEdit[];
  readonly controls: ControlPositions;
  /** The one part that was named. */
  readonly part?: string;
}

function placeOf(names: readonly Named[], wiresOn: boolean, machine: Machine): Place | { message: string } {
  const [first, second, third] = names;
  if (!first || third || first.kind === "panel" || second?.kind === "panel")
    return { message: "A reading is between two points, or across one part" };
  if (first.kind === "part" && !second) return acrossPart(first, wiresOn, machine);
  if (!second) return { message: `${first.name} to what? Name the second point: “${first.name.toLowerCase()} tbn …”` };
  const end = (n: Named): string => (n.kind === "part" ? `${n.id}.1` : n.id);
  const parts = [first, second].flatMap((n) => (n.kind === "part" ? [n.id] : []));
  if (end(first) === end(second)) return { message: "Both probes are on the same point" };
  return { between: [end(first), end(second)], wiring: wiresOn ? [] : parts.map(partOff), controls: {} };
}

function acrossPart(named: Extract<Named, { kind: "part" }>, wiresOn: boolean, machine: Machine): Place | { message: string } {
  const part = partOf(machine, named.id);
  const terminals = named.terminals ?? windingsOf(part)[0]?.terminals;
  if (!terminals)
    return { message: `The ${part.name.toLowerCase()} has no terminals to measure; say how it looks: “${part.label.toLowerCase()} good”` };
  return {
    between: [`${part.id}.${terminals[0]}`, `${part.id}.${terminals[1]}`],
    wiring: wiresOn ? [] : [partOff(part.id)],
    controls: closedControls(machine, part),
    part: part.id,
  };
}

/** The known name that is nearest in spelling, to suggest; none when all are far. */
function nearestName(word: string, vocabulary: Vocabulary): string | undefined {
  const texts = vocabulary.offers.map((o) => o.text);
  const best = closestWord(
    word,
    texts.map((t) => normalise(t)),
  );
  const text = texts.find((t) => normalise(t) === best);
  return text !== undefined && distance(word, best) <= Math.max(1, word.length / 3) ? text : undefined;
}
