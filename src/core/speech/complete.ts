import type { Vocabulary } from "../model/naming/vocabulary";
import type { Stage } from "../record/job/stages";
import { normal } from "./hear/tokens";

/** Holds what is said at each bench, the likeliest first. Anything may be said anywhere: the rest follows. */
export const SAID_AT: Record<Stage, readonly string[]> = {
  intake: ["turns", "no heat", "no start", "trips", "stops early", "hums"],
  safe: ["cord out", "breaker off", "proved dead", "energised", "gas off", "gas on", "discharged the capacitor"],
  watch: ["turns", "warm air", "no heat", "no start", "hums", "trips", "lamp yes", "lamp no", "display yes", "no code", "stops early"],
  air: ["air strong", "air weak", "no air", "exhaust ", "back pressure ", "cleared the vent", "vent choked"],
  open: ["all panels back on", "drum out", "drum in"],
  meter: ["look first", "meter first", "live tests on"],
  fit: ["fitted ", "cleared the vent", "needs ", "waiting for parts", "fit sets", "single parts"],
  close: ["all panels back on", "energised", "gas on"],
  prove: ["prove", "exhaust ", "stops when the door is opened"],
  hand: ["close", "undo"],
};
const PHRASES = [...new Set(Object.values(SAID_AT).flat())];

/** Where the line is written: at which bench, and what the card asks for there. */
export interface CompletionContext {
  readonly bench?: Stage;
  /** Words that begin the answer to what is asked, and those that answer it. */
  readonly asked?: readonly string[];
}

const MOST = 6;

export interface Completion {
  /** The whole line with the completion in place. */
  readonly line: string;
  readonly label: string;
  readonly hint: string;
}

/** Completions of the last word or words of a line, what is asked and what is said here first; names already complete are not offered. */
export function complete(line: string, vocabulary: Vocabulary, { bench, asked = [] }: CompletionContext = {}): Completion[] {
  const saying = line.slice(Math.max(line.lastIndexOf(","), line.lastIndexOf(";")) + 1);
  if (saying.trim() === "" || /\s(ol|[\d.]+\S*)$/i.test(line)) return [];
  const found = new Map<string, Completion>();
  const words = saying.trimStart().split(/\s+/);
  for (let from = 0; from < words.length && found.size < MOST; from++) {
    const fragment = words.slice(from).join(" ");
    const key = normal(fragment);
    if (key === "") continue;
    const head = line.slice(0, line.length - fragment.length);
    const offer = (text: string, hint: string) => {
      if (found.size < MOST && normal(text) !== key && normal(text).startsWith(key))
        found.set(text, { line: `${head}${text.trimEnd()} `, label: text, hint });
    };
    if (from === 0) {
      for (const phrase of asked) offer(phrase, "asked for");
      for (const phrase of [...(bench ? SAID_AT[bench] : []), ...PHRASES]) offer(phrase, "");
    }
    for (const { text, named } of vocabulary.offers)
      offer(text, named.kind === "point" ? "test point" : named.kind === "panel" ? "panel" : named.name);
  }
  return [...found.values()];
}
