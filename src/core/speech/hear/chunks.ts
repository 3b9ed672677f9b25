import type { WordTag } from "../lexicon/words";
import type { Amount } from "./amounts";
import type { Lexicon } from "./lexicon";
import type { Chunk, Sense } from "./senses";
import type { Token } from "./tokens";

type Word = { readonly word: string; readonly raw: string; readonly slip?: "sure" | "doubtful" };

/** A part of a saying: a chunk, or what parts sayings. */
export type Piece =
  | { readonly is: "chunk"; readonly chunk: Chunk }
  | { readonly is: "break"; readonly how: "hard" | "soft"; readonly raw: string };

/** Words that may part two sayings; and those that surely do. */
const SOFT = new Set(["and", "then", "plus", "also", "so"]);
const HARD = new Set(["but", "though", "although", "however", "yet", "except"]);

/** Finds the phrases in a line: at each place the longest that means something, slips of one letter put right. */
export function chunksOf(said: readonly Token[], lexicon: Lexicon): Piece[] {
  const tokens = said.filter((t, i) => !isBetweenVerb(said, t, i));
  const pieces: Piece[] = [];
  for (let i = 0; i < tokens.length; ) {
    const token = tokens[i];
    if (!token) break;
    if (token.is === "break") {
      pieces.push({ is: "break", how: token.how, raw: token.raw });
      i++;
    } else if (token.is === "amount") {
      const last = pieces.at(-1);
      const named = last?.is === "chunk" ? withNumber(last.chunk, token) : undefined;
      const merged = last?.is === "chunk" ? oneTime(last.chunk.amount, token.amount) : undefined;
      if (named) pieces[pieces.length - 1] = { is: "chunk", chunk: named };
      else if (merged && last?.is === "chunk")
        pieces[pieces.length - 1] = { is: "chunk", chunk: amountChunk(merged, `${last.chunk.raw} ${token.raw}`) };
      else pieces.push({ is: "chunk", chunk: amountChunk(token.amount, token.raw) });
      i++;
    } else {
      const words = wordsFrom(tokens, i, lexicon);
      const { chunk, used } = phraseAt(words, lexicon);
      pieces.push(partingWord(chunk) ?? { is: "chunk", chunk });
      i += used;
    }
  }
  return pieces;
}

/** “switched it off”, “plugged it back in”: the words of a verb stand together without it. */
function isBetweenVerb(tokens: readonly Token[], token: Token, at: number): boolean {
  if (token.is !== "word" || !/^(it|them)$/.test(token.word)) return false;
  const [before, next] = [tokens[at - 1], tokens[at + 1]];
  return (
    before?.is === "word" &&
    /(ed|ut|ook|put|et)$/.test(before.word) &&
    next?.is === "word" &&
    /^(up|on|off|in|out|back|down|again)$/.test(next.word)
  );
}

const partingWord = ({ text, raw, size }: Chunk): Piece | undefined => {
  if (size > 1) return undefined;
  return HARD.has(text) ? { is: "break", how: "hard", raw } : SOFT.has(text) ? { is: "break", how: "soft", raw } : undefined;
};

const amountChunk = (amount: Amount, raw: string): Chunk => ({
  text: raw.toLowerCase(),
  raw,
  senses: [],
  ...NO_TAGS,
  amount,
  filler: false,
  common: false,
  loose: false,
  unknown: false,
  size: 1,
});

/** “wire 24”, “drill 42”: a number without a unit behind one of these is its name, no reading. */
const NUMBERED = new Set(["wire", "lead", "conductor", "screw", "drill", "size", "number"]);

const withNumber = (chunk: Chunk, { amount, raw }: Extract<Token, { is: "amount" }>): Chunk | undefined =>
  amount.unit === "none" && Number.isInteger(amount.value) && amount.value > 0 && NUMBERED.has(chunk.text) && chunk.amount === undefined
    ? { ...chunk, raw: `${chunk.raw} ${raw}`, size: chunk.size + 1 }
    : undefined;

/** “1 min 30 s”. */
function oneTime(before: Amount | undefined, next: Amount): Amount | undefined {
  if (before?.unit !== "second" || next.unit !== "second") return undefined;
  return before.value >= 60 && next.value < 60 && before.value > next.value
    ? { value: before.value + next.value, unit: "second" }
    : undefined;
}

function wordsFrom(tokens: readonly Token[], from: number, lexicon: Lexicon): Word[] {
  const words: Word[] = [];
  for (let i = from; i < tokens.length && words.length < lexicon.longest; i++) {
    const token = tokens[i];
    if (token?.is !== "word") break;
    words.push(spelled(token.word, token.raw, lexicon));
  }
  return words;
}

const spelt = new WeakMap<Lexicon, Map<string, Word>>();
const MOST_SPELT = 20_000;

function spelled(word: string, raw: string, lexicon: Lexicon): Word {
  if (word === "?" || lexicon.isKnown(word)) return { word, raw };
  const cache = spelt.get(lexicon) ?? new Map<string, Word>();
  spelt.set(lexicon, cache);
  const before = cache.get(word);
  if (before) return { ...before, raw };
  const [best, other] = lexicon.spelling.near(word);
  const isSure = other === undefined || (best?.[0] === word[0] && other[0] !== word[0]);
  const found: Word = best === undefined ? { word, raw } : { word: best, raw, slip: isSure ? "sure" : "doubtful" };
  if (cache.size < MOST_SPELT) cache.set(word, found);
  return found;
}

function phraseAt(words: readonly Word[], lexicon: Lexicon): { chunk: Chunk; used: number } {
  const own = nameRun(words, lexicon);
  for (let used = words.length; used > 0; used--) {
    const taken = words.slice(0, used);
    if (own && own.used > used) break;
    const senses = lexicon.senses(taken.map((w) => w.word).join(" "));
    if (senses.length > 0 && used > 1 && !senses.some(isName) && nameBegins(words, used, lexicon)) continue;
    if (senses.length > 0) return { chunk: chunkOf(taken, senses, lexicon), used };
  }
  if (own) return { chunk: chunkOf(words.slice(0, own.used), own.senses, lexicon), used: own.used };
  const glued = gluedName(words[0], lexicon);
  if (glued) return { chunk: chunkOf(words.slice(0, 1), glued, lexicon), used: 1 };
  return { chunk: chunkOf(words.slice(0, 1), [], lexicon), used: 1 };
}

const isName = (s: Sense): boolean => s.is === "part" || s.is === "assembly" || s.is === "point";

/** A name begins within so many words and goes on behind them: “at high | limit”. */
function nameBegins(words: readonly Word[], used: number, lexicon: Lexicon): boolean {
  for (let from = 1; from < used; from++)
    for (let to = words.length; to > used; to--)
      if (
        lexicon
          .senses(
            words
              .slice(from, to)
              .map((w) => w.word)
              .join(" "),
          )
          .some(isName)
      )
        return true;
  return false;
}

/** Some words of one part's name in a row: “thermal limit”. The run ends in a word that names end with. */
function nameRun(words: readonly Word[], lexicon: Lexicon): { senses: readonly Sense[]; used: number } | undefined {
  let parts: ReadonlySet<string> | undefined;
  let found: { senses: readonly Sense[]; used: number } | undefined;
  for (const [i, { word, slip }] of words.entries()) {
    if (slip === "doubtful") break;
    const having = lexicon.partsWith(word);
    if (!having) break;
    const before = parts;
    parts = before === undefined ? having : new Set([...before].filter((p) => having.has(p)));
    if (parts.size === 0) break;
    if (i > 0 && lexicon.isHead(word) && parts.size <= 3)
      found = { used: i + 1, senses: [...parts].map((id) => ({ is: "part", id, partly: true })) };
  }
  return found;
}

/** “doorswitch”, “hilimit”: two words of a name written as one. */
function gluedName(word: Word | undefined, lexicon: Lexicon): readonly Sense[] | undefined {
  if (!word || lexicon.isKnown(word.word) || word.word.length < 6) return undefined;
  for (let at = 2; at <= word.word.length - 2; at++) {
    const senses = lexicon.senses(`${word.word.slice(0, at)} ${word.word.slice(at)}`).filter((s) => s.is === "part" || s.is === "assembly");
    if (senses.length > 0) return senses;
  }
  return undefined;
}

const NO_TAGS = { tags: new Set<WordTag>(), done: new Set<WordTag>() } as const;
const tagged = new WeakMap<readonly Sense[], { readonly tags: ReadonlySet<WordTag>; readonly done: ReadonlySet<WordTag> }>();

function tagsOf(senses: readonly Sense[]) {
  const known = tagged.get(senses);
  if (known) return known;
  const words = senses.filter((s) => s.is === "word");
  const made = {
    tags: new Set(words.map((s) => s.tag)),
    done: new Set(words.filter((s) => s.form === undefined || s.form === "done").map((s) => s.tag)),
  };
  tagged.set(senses, made);
  return made;
}

function chunkOf(words: readonly Word[], senses: readonly Sense[], lexicon: Lexicon): Chunk {
  const text = words.map((w) => w.word).join(" ");
  const slips = words.flatMap((w) => w.slip ?? []);
  const filler = words.every((w) => lexicon.isFiller(w.word));
  return {
    text,
    raw: words.map((w) => w.raw).join(" "),
    senses,
    ...tagsOf(senses),
    ...(slips.length > 0 && { slip: slips.includes("doubtful") ? ("doubtful" as const) : ("sure" as const) }),
    filler: filler && senses.length === 0,
    common: filler,
    loose: lexicon.isLoose(text),
    unknown: senses.length === 0 && !filler && !lexicon.isLoose(text),
    size: words.length,
  };
}
