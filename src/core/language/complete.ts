import type { Vocabulary } from "../naming/vocabulary";
import { normal } from "./hear/tokens";

const PHRASES = [
  "turns",
  "no heat",
  "no start",
  "warm air",
  "hums",
  "trips",
  "lamp yes",
  "lamp no",
  "air strong",
  "air weak",
  "proved dead",
  "cord out",
  "energised",
  "discharged the capacitor",
  "exhaust ",
  "back pressure ",
  "display yes",
  "no code",
  "stops early",
  "look first",
  "meter first",
  "fit sets",
  "single parts",
  "fitted ",
  "cleared the vent",
  "prove",
  "close",
  "undo",
];

export interface Completion {
  /** The whole line with the completion in place. */
  readonly line: string;
  readonly label: string;
  readonly hint: string;
}

/** Completions of the last word or words of a line, at most `limit`; names already complete are not offered. */
export function complete(line: string, vocabulary: Vocabulary, limit = 6): Completion[] {
  const saying = line.slice(Math.max(line.lastIndexOf(","), line.lastIndexOf(";")) + 1);
  if (saying.trim() === "" || /\s(ol|[\d.]+\S*)$/i.test(line)) return [];
  const found = new Map<string, Completion>();
  const words = saying.trimStart().split(/\s+/);
  for (let from = 0; from < words.length && found.size < limit; from++) {
    const fragment = words.slice(from).join(" ");
    const key = normal(fragment);
    if (key === "") continue;
    const head = line.slice(0, line.length - fragment.length);
    const offer = (text: string, hint: string) => {
      if (found.size < limit && normal(text) !== key && normal(text).startsWith(key))
        found.set(text, { line: `${head}${text.trimEnd()} `, label: text, hint });
    };
    if (from === 0) for (const phrase of PHRASES) offer(phrase, "");
    for (const { text, named } of vocabulary.offers)
      offer(text, named.kind === "point" ? "test point" : named.kind === "panel" ? "panel" : named.name);
  }
  return [...found.values()];
}
