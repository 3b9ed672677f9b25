import type { Piece } from "./chunks";
import { has } from "./clause";
import type { Chunk, Sense } from "./senses";

type ChunkPiece = Extract<Piece, { is: "chunk" }>;
const isChunk = (p: Piece): p is ChunkPiece => p.is === "chunk";
const isCorrection = (p: Piece): boolean => isChunk(p) && has(p.chunk, "correction");

/** Carries nothing by itself. */
const isEmpty = ({ filler, loose }: Chunk): boolean => filler || loose;
const NAMES: readonly Sense["is"][] = ["part", "assembly", "point", "panel", "piece", "plug", "leg"];

type Slot = "amount" | "name";
/** Holds what a chunk can take the place of: what a meter shows of another such, a name of a name. */
const slotOf = (chunk: Chunk): Slot | undefined =>
  chunk.amount || has(chunk, "open", "closed") ? "amount" : chunk.senses.some((s) => NAMES.includes(s.is)) ? "name" : undefined;

/**
 * Puts what is corrected in the place of what was said before it: “element 108 sorry 10.8”, “limit open, no I mean cutoff”, “limit is bad,
 * correction cutoff is bad”. A number or a name takes the place of the last of its sort; a whole saying that of the saying before. A
 * correction that fits neither stays where it is, so that the line is asked about.
 */
export function corrected(pieces: readonly Piece[]): readonly Piece[] {
  const at = pieces.findIndex(isCorrection);
  if (at <= 0) return pieces;
  const before = withoutBreakAtEnd(pieces.slice(0, at));
  const after = pieces.slice(pieces.findIndex((p, i) => i > at && isChunk(p)));
  const end = after.findIndex((p) => !isChunk(p) || isCorrection(p));
  const said = after.slice(0, end < 0 ? after.length : end).filter(isChunk);
  const rest = after.slice(said.length);
  const content = said.map((p) => p.chunk).filter((c) => !isEmpty(c));
  const from = before.findLastIndex((p) => !isChunk(p)) + 1;
  const told = before.slice(from).filter(isChunk);
  const wrong = content.map((chunk) => placeOf(told, slotOf(chunk)));
  if (content.length === 0 || told.length === 0) return pieces;
  if (wrong.every((k) => k >= 0) && new Set(wrong).size === wrong.length)
    return corrected([
      ...before.slice(0, from),
      ...told.map((p, k) => said.find((s) => wrong[content.indexOf(s.chunk)] === k) ?? p),
      ...rest,
    ]);
  return content.length > 1 ? corrected([...before.slice(0, from), ...said, ...rest]) : pieces;
}

/** The last chunk of this sort; -1: none. */
const placeOf = (told: readonly ChunkPiece[], slot: Slot | undefined): number =>
  slot === undefined ? -1 : told.findLastIndex((p) => slotOf(p.chunk) === slot);

function withoutBreakAtEnd(pieces: readonly Piece[]): readonly Piece[] {
  const last = pieces.findLastIndex(isChunk);
  return pieces.slice(0, last + 1);
}
