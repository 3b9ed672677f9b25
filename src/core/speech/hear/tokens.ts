import { type Amount, amountAt, timeInWordsAt } from "./amounts";
import { withFigures } from "./number-words";

/** A piece of a line: a word, a number with its unit, or a mark that parts sayings. */
export type Token =
  | { readonly is: "word"; readonly word: string; readonly raw: string }
  | { readonly is: "amount"; readonly amount: Amount; readonly raw: string }
  /** `hard` ends a saying; `soft` may part two. */
  | { readonly is: "break"; readonly how: "hard" | "soft"; readonly raw: string };

/** More is no line: what is behind is left for a note. */
const MOST_TOKENS = 120;

/** Signs that mean the same, made one; apostrophes gone. */
const plain = (text: string): string =>
  text
    .normalize("NFKC")
    .replace(/[’‘`´]/g, "'")
    .replace(/\b(?!let)([a-z]+)'s\b/gi, "$1 is")
    .replace(/'re\b/gi, " are")
    .replace(/'m\b/gi, " am")
    .replace(/'ve\b/gi, " have")
    .replace(/'ll\b/gi, " will")
    .replace(/'d\b/gi, " would")
    .replace(/'/g, "")
    .replace(/[“”„]/g, '"')
    .replace(/[μµ]/g, "µ")
    .replace(/[Ωω]/g, "Ω")
    .replace(/[‐‑‒–—−]/g, "-")
    .replace(/∞/g, " OL ")
    .replace(/\bo\.l\.?(?![a-z])/gi, "OL")
    .replace(/\bo\/l\b/gi, "OL");

/** Lower case, letters, digits and dots within them; everything else is a space. */
export const normal = (text: string): string =>
  plain(text)
    .toLowerCase()
    .replace(/[^a-z0-9.Ω°µ]+/g, " ")
    .replace(/\.(?!\d)/g, " ")
    .replace(/ +/g, " ")
    .trim();

/** Cuts a line into its pieces. */
export function tokensOf(line: string): Token[] {
  const text = withFigures(plain(line).replace(/\s+/g, " ").trim());
  const tokens: Token[] = [];
  let glued = false;
  for (let i = 0; i < text.length && tokens.length < MOST_TOKENS; ) {
    const rest = text.slice(i);
    const taken = tokenAt(rest, i === 0 || glued || !/[a-z0-9]/i.test(text[i - 1] ?? " "));
    glued = taken.token?.is === "word" && /^\d/.test(rest.slice(taken.length));
    if (taken.token) tokens.push(taken.token);
    i += Math.max(1, taken.length);
  }
  return tokens;
}

function tokenAt(rest: string, fresh: boolean): { token?: Token; length: number } {
  const space = /^ +/.exec(rest)?.[0];
  if (space) return { length: space.length };
  if (fresh) {
    const signed = /^[-+]\d/.test(rest) ? rest : /^[.,]?\d/.test(rest) ? rest : undefined;
    const time = timeInWordsAt(rest);
    const taken = signed === undefined ? time : amountAt(signed);
    if (taken && taken.length > 0)
      return { token: { is: "amount", amount: taken.amount, raw: rest.slice(0, taken.length) }, length: taken.length };
  }
  const word = /^[a-zA-Z0-9Ωµ°]+(?:\.\d+)?/.exec(rest)?.[0];
  if (word) return wordToken(word);
  const mark = rest[0] ?? "";
  if (/[;!\n]/.test(mark) || (mark === "." && /^\.(\s|$)/.test(rest))) return { token: { is: "break", how: "hard", raw: mark }, length: 1 };
  if (mark === "?") return { token: { is: "word", word: "?", raw: "?" }, length: 1 };
  if (mark === "," || mark === ":" || (mark === "-" && /^- /.test(rest)) || mark === "(" || mark === ")" || mark === "+" || mark === "&")
    return { token: { is: "break", how: mark === "," || mark === ":" ? "hard" : "soft", raw: mark }, length: 1 };
  if (mark === "@") return { token: { is: "word", word: "at", raw: "@" }, length: 1 };
  return { length: 1 };
}

/** Letters glued to a number with a unit, “element10.4”, are two pieces; “H3” and “J2.1” are one. */
function wordToken(raw: string): { token: Token; length: number } {
  const glued = /^([a-z]{4,}?)(?=\d)/i.exec(raw)?.[1];
  const text = glued ?? raw;
  return { token: { is: "word", word: text.toLowerCase(), raw: text }, length: text.length };
}
