import { dequal } from "dequal";
import type { Machine } from "../../model/machine/format";
import { UNTOLD } from "../../model/sights/sights";
import type { Finding } from "../../record/finding/finding";
import { MOST_GUESSES, type Read, readClause } from "./choose";
import { chunksOf, type Piece } from "./chunks";
import type { Carried } from "./clause";
import { corrected } from "./corrected";
import { sightSeen } from "./facts";
import { lexiconOf } from "./lexicon";
import type { Manner } from "./manner";
import { type Choice, entry, findingIn, type Heard, type Meaning, sightIn } from "./meaning";
import { withOrder } from "./order-told";
import { newPart, onlyDead, timeOf } from "./readers/evidence/short";
import { commandIn, leadsIn, plugCheckIn, preferenceIn, questionIn, untoldIn } from "./readers/work/whole-line";
import type { Chunk } from "./senses";
import { isSightOf, tidied } from "./tidy";
import { tokensOf } from "./tokens";

/** Holds what joining two sayings costs: by the mark between them. */
const JOINED: Readonly<Record<string, number>> = { ",": 0.45, and: 0.25 };
const JOINED_OTHERWISE = 0.2;

/** Understands a line: all that its words may mean on this machine, weighed; the best where it is clearly so, else what to ask. */
export function hear(line: string, machine: Machine, carried: Carried = {}): Heard {
  const command = commandIn(line);
  if (command) return understood([{ is: "command", command }]);
  const preference = preferenceIn(line);
  if (preference) return understood([preference]);
  const told = leadsIn(line) ?? plugCheckIn(line);
  if (told) return understood([told]);
  const untold = untoldIn(line);
  const known = untold === undefined ? undefined : askedAgain(hear(untold, machine).meanings);
  if (known) return understood([known]);
  const pieces = corrected(chunksOf(tokensOf(line), lexiconOf(machine)));
  const chunks = pieces.flatMap((p) => (p.is === "chunk" ? [p.chunk] : []));
  const question = questionIn(line, chunks, machine);
  if (question) return understood([question]);
  if (chunks.length === 0) return { status: "note", meanings: [], guesses: [], rest: true };
  const short = onlyDead(chunks, machine) ?? newPart(chunks, machine);
  if (short) return asking([short], []);
  return withOrder(line, settle(bestOf(pieces, machine, carried)), (bare) => hear(bare, machine, carried));
}

const understood = (meanings: readonly Meaning[]): Heard => ({ status: "understood", meanings, guesses: [], rest: false });

/** “can't tell whether it hums”: the answer to what is asked is not known. */
function askedAgain([meaning, ...others]: readonly Meaning[]): Meaning | undefined {
  const found = others.length === 0 ? findingIn(meaning) : undefined;
  if (found?.result.is !== "answer") return undefined;
  return entry({ kind: "finding", body: { ...found, result: { is: "answer", value: UNTOLD } } as Finding });
}

interface Sayings {
  readonly reads: readonly Read[];
  readonly score: number;
}

interface Way extends Sayings {
  readonly mind: Carried;
  readonly manner: Manner | undefined;
}

/** A line between two marks that may part sayings, with what joining it to the one before would cost. */
interface Stretch {
  readonly chunks: readonly Chunk[];
  /** Infinite where the mark surely parts them. */
  readonly joining: number;
}

/** More stretches than this are not read as one saying. */
const MOST_JOINED = 3;

/** The best way of parting the line into sayings: for each place the best way to get there, each saying read in the light of those before it. */
function bestOf(pieces: readonly Piece[], machine: Machine, carried: Carried): Sayings {
  const stretches = stretchesOf(pieces);
  const ways: Way[] = [{ reads: [], score: 0, mind: carried, manner: undefined }];
  /** Stretches that say nothing by themselves, or not clearly: only those are read together with their neighbours. */
  const poor: boolean[] = [];
  for (let to = 1; to <= stretches.length; to++) {
    let best: Way | undefined;
    let cost = 0;
    for (let from = to - 1; from >= Math.max(0, to - MOST_JOINED); from--) {
      const way = ways[from];
      if (way && (from === to - 1 || poor.slice(from, to).some((p) => p))) {
        const found = goneOn(way, joined(stretches.slice(from, to)), machine);
        if (from === to - 1) poor.push(isPoor(found.reads.at(-1)));
        if (!best || found.score - cost > best.score + 1e-9) best = { ...found, score: found.score - cost };
      }
      cost += stretches[from]?.joining ?? 0;
      if (!Number.isFinite(cost)) break;
    }
    ways.push(best ?? (ways[to - 1] as Way));
  }
  return ways.at(-1) as Way;
}

/** Stretches as one saying; where each but the first begins is marked. */
const joined = ([first, ...others]: readonly Stretch[]): readonly Chunk[] =>
  first === undefined
    ? []
    : others.length === 0
      ? first.chunks
      : [...first.chunks, ...others.flatMap(({ chunks: [head, ...rest] }) => (head ? [{ ...head, parted: true as const }, ...rest] : []))];

const isPoor = (read: Read | undefined): boolean =>
  !read || read.meanings.length === 0 || read.meanings.some((m) => m.is === "doubt") || read.score < GOOD;
/** A saying that is understood with less than this may want its neighbour. */
const GOOD = 1.2;

function stretchesOf(pieces: readonly Piece[]): Stretch[] {
  const stretches: { chunks: Chunk[]; joining: number }[] = [{ chunks: [], joining: Number.POSITIVE_INFINITY }];
  for (const piece of pieces) {
    const last = stretches.at(-1);
    if (piece.is === "chunk") last?.chunks.push(piece.chunk);
    else {
      const soft = piece.how === "soft" || piece.raw === "," || piece.raw === ":";
      const joining = soft ? (JOINED[piece.raw.toLowerCase()] ?? JOINED_OTHERWISE) : Number.POSITIVE_INFINITY;
      // Two marks in a row part as the harder of them does.
      if (last && last.chunks.length === 0 && stretches.length > 1) last.joining = Math.max(last.joining, joining);
      else stretches.push({ chunks: [], joining });
    }
  }
  return stretches.filter((s) => s.chunks.length > 0);
}

/** One saying more. */
function goneOn(way: Way, chunks: readonly Chunk[], machine: Machine): Way {
  const found = readClause(chunks, machine, way.mind, way.manner);
  const read = isNothing(chunks) && way.reads.length > 0 ? nothingAfter(found, way.mind) : found;
  const timed = read.meanings.length === 0 ? timeOf(chunks, way.reads) : undefined;
  const last = way.reads.at(-1);
  if (timed && last) return { ...way, reads: [...way.reads.slice(0, -1), { ...last, meanings: timed }] };
  return { reads: [...way.reads, read], score: way.score + read.score, mind: read.leaves, manner: read.manner };
}

const isNothing = (chunks: readonly Chunk[]): boolean =>
  chunks.every((c) => c.filler || c.loose || /^(nothing|nothing more|nothing else|no more|then nothing)$/.test(c.text)) &&
  chunks.some((c) => /nothing|no more/.test(c.text));

/** “heats a bit, then nothing”: it was not kept. After anything else it says nothing. */
function nothingAfter(read: Read, { last }: Carried): Read {
  const lost = isSightOf(last, "warm", "yes") || isSightOf(last, "flame", "yes");
  return { ...read, meanings: lost ? [entry(sightSeen("keeps", "no"))] : [], score: lost ? 1 : 0 };
}

/** One answer for the whole line. */
function settle({ reads }: Sayings): Heard {
  const meanings = tidied(withDead(reads));
  const rest = reads.some((r) => r.meanings.length === 0);
  if (meanings.length === 0) return { status: "note", meanings: [], guesses: guessesOf(reads), rest: true };
  const doubts = meanings.filter((m) => m.is === "doubt");
  if (doubts.length > 0 || reads.some((r) => r.isStrange)) return asking(meanings, guessesOf(reads), rest);
  return { status: "understood", meanings, guesses: guessesOf(reads.filter((r) => r.meanings.length === 0)), rest };
}

/** “dead, no lights”: the one word beside what was seen is of the machine. */
function withDead(reads: readonly Read[]): readonly Meaning[] {
  const others = reads.flatMap((r) => r.meanings);
  const seen = others.length > 0 && others.every((m) => sightIn(m) !== undefined);
  return reads.flatMap((r) => (r.meanings.length === 0 && r.isDead && seen ? [entry(sightSeen("starts", "no"))] : r.meanings));
}

function asking(meanings: readonly Meaning[], others: readonly (readonly Meaning[])[], rest = false): Heard {
  const first = meanings.find((m) => m.is === "doubt");
  const choices: readonly Choice[] = first?.is === "doubt" ? first.choices : [];
  const guesses = choices.map(({ draft }) => meanings.map((m) => (m === first ? entry(draft) : likeliest(m))));
  return { status: "unclear", meanings, guesses: [...guesses, ...others].slice(0, MOST_GUESSES), rest };
}

/** A doubt's first choice; what is no doubt stands. */
const likeliest = (m: Meaning): Meaning => (m.is === "doubt" && m.choices[0] ? entry(m.choices[0].draft) : m);

/** Whole readings from what each saying may have been; what was understood stands in each. */
function guessesOf(reads: readonly Read[]): (readonly Meaning[])[] {
  const others = reads.flatMap((r) => r.others);
  const found = [
    reads.flatMap((r) => (r.meanings.length > 0 ? r.meanings : (r.others[0] ?? [])).map(likeliest)),
    ...others.flatMap((list) => [
      ...list.flatMap((m) => (m.is === "doubt" ? m.choices.map((c) => [entry(c.draft)]) : [])),
      list.map(likeliest),
    ]),
  ].map(tidied);
  return found.filter((list, i) => list.length > 0 && found.findIndex((o) => dequal(o, list)) === i).slice(0, MOST_GUESSES);
}
