import { dequal } from "dequal";
import type { Machine } from "../../model/machine/format";
import type { WordTag } from "../lexicon/words";
import { type Candidate, type Carried, type Clause, has } from "./clause";
import { isSo, type Manner, mannerOf, sortOf } from "./manner";
import { type Meaning, sightIn } from "./meaning";
import { energy } from "./readers/energy/energy";
import { gasJoints } from "./readers/energy/gas-joints";
import { codes } from "./readers/evidence/codes";
import { readings } from "./readers/evidence/readings";
import { settings } from "./readers/evidence/settings";
import { sights } from "./readers/evidence/sights";
import { verdicts } from "./readers/evidence/verdicts";
import { opening } from "./readers/work/opening";
import { repairs } from "./readers/work/repairs";
import type { Chunk } from "./senses";

/** Holds what one saying comes to. */
export interface Read {
  readonly meanings: readonly Meaning[];
  /** Says how much of it is accounted for, less what is not. */
  readonly score: number;
  readonly leaves: Carried;
  readonly manner: Manner;
  /** It has a word that nobody knows, and came to nothing: what is beside it may say otherwise than it seems. */
  readonly isStrange?: true;
  /** It is the one word “dead”. */
  readonly isDead?: true;
  /** Holds what else it could have been, or would be if it were meant so; the likeliest first. */
  readonly others: readonly (readonly Meaning[])[];
}

/** Every reader, with the words without which it finds nothing; none: it always looks. */
const READERS: readonly { readonly read: (clause: Clause) => Candidate[]; readonly needs?: readonly WordTag[] }[] = [
  { read: readings },
  { read: verdicts },
  { read: sights },
  { read: codes },
  { read: settings },
  {
    read: energy,
    needs: [
      "powerNoun",
      "cordOut",
      "breakerOff",
      "powerOff",
      "locked",
      "live",
      "dead",
      "madeSafe",
      "gas",
      "water",
      "discharge",
      "soap",
      "tight",
      "leaks",
      "shut",
      "reopen",
      "disconnect",
      "takeOff",
      "putOn",
      "reconnect",
      "reset",
    ],
  },
  {
    read: repairs,
    needs: ["too", "fit", "new", "isIn", "clean", "empty", "reset", "remake", "putRight", "putOn", "takeOff", "need", "unmade", "wait"],
  },
  { read: gasJoints, needs: ["gasTrain", "gasOpened", "takeOff", "disconnect", "loosen"] },
  { read: opening, needs: ["takeOff", "putOn", "together", "disconnect", "reconnect", "wiresOff", "wiresOn"] },
];

const UNKNOWN = 0.8;
const SENSED = 1;
const COMMON = 0.25;
/** A phrase of more words is surer. */
const LONGER = 0.12;
const NUMBER = 1.2;
/** Whatever is not accounted for costs more than what is brings. */
const LEFT_OVER = 0.75;
/** A “not” that nothing accounts for turns everything round. */
const LOST_NOT = 2.5;
/** Share of what carries meaning that must be accounted for. */
const ENOUGH = 0.55;
const ENOUGH_READ = 0.6;
const ENOUGH_JUDGED = 0.7;
/** Whatever asks is worth less than what does not. */
const DOUBTFUL = 0.75;
/** Even a word that carries nothing is better accounted for. */
const LEAST_WEIGHT = 0.05;
/** A saying that is one thing is likelier than two that share its words. */
const PARTED = 0.02;
/** So many of the best candidates are tried together. */
const MOST_CANDIDATES = 14;
/** More chunks are no saying; their places are the bits of a number. */
const MOST_CHUNKS = 30;
/** More than this is no question. */
export const MOST_GUESSES = 4;

const weightOf = (chunk: Chunk): number => {
  if (chunk.amount) return NUMBER;
  if (chunk.loose) return COMMON * (chunk.senses.length > 0 ? 1 : 0);
  if (chunk.unknown) return UNKNOWN;
  if (chunk.filler) return 0;
  return isOnlyManner(chunk) ? COMMON : SENSED + LONGER * Math.min(3, chunk.size - 1);
};

/** Gives what it costs when it is left over. */
const leftOf = (chunk: Chunk): number =>
  chunk.common || chunk.amount?.unit === "second" ? Math.min(COMMON, weightOf(chunk)) : weightOf(chunk);

/** Words that only say how a saying is meant. */
const MANNERS = [
  "maybe",
  "future",
  "condition",
  "first",
  "reported",
  "person",
  "past",
  "since",
  "asking",
  "yet",
  "unmade",
  "byMeter",
  "byEye",
  "machineItself",
  "new",
  "need",
  "whenStarted",
  "aside",
  "running",
  "often",
  "notDone",
  "too",
] as const;
const isOnlyManner = (chunk: Chunk): boolean =>
  chunk.senses.length > 0 && chunk.senses.every((s) => s.is === "word" && (MANNERS as readonly string[]).includes(s.tag));

/** The best reading of a saying, of all that its words allow. */
export function readClause(chunks: readonly Chunk[], machine: Machine, carried: Carried, before: Manner | undefined): Read {
  const manner = mannerOf(chunks, before);
  if (chunks.length === 0 || chunks.length > MOST_CHUNKS) return { meanings: [], score: 0, leaves: carried, manner, others: [] };
  const clause: Clause = { chunks, machine, carried };
  const spoken = new Set(chunks.flatMap((c) => [...c.tags]));
  const all = READERS.flatMap(({ read, needs }) => (needs === undefined || needs.some((t) => spoken.has(t)) ? read(clause) : [])).filter(
    (c) => c.meanings.length > 0,
  );
  const allowed = all.filter((c) => !c.wished && isSo(sortOf(c), manner) && (!c.act || isWhole(clause, c)));
  // A smell of gas comes before everything else that is said.
  const gas = all.find((c) => c.meanings.some(isGas));
  if (gas && !manner.condition) return { meanings: gas.meanings, score: 5, leaves: carried, manner, others: [] };
  const best = packed(clause, allowed);
  const isEnough = best.chosen.length > 0 && best.share >= enoughFor(clause, best.chosen) && !best.lostNot && !best.lostWord;
  const others = alternatives(clause, all, isEnough ? best.chosen : []);
  if (!isEnough)
    return {
      meanings: [],
      score: -LEFT_OVER * totalOf(chunks),
      leaves: { ...keeps(carried, all), ...testedIn(chunks) },
      manner,
      others,
      ...(isDead(chunks) && { isDead: true as const }),
      ...(chunks.some((c) => c.unknown) && { isStrange: true as const }),
    };
  return {
    meanings: best.chosen.flatMap((c) => c.meanings),
    score: best.score,
    leaves: { ...carried, ...Object.assign({}, ...best.chosen.map((c) => c.leaves ?? {})), ...lastOf(best.chosen), ...testedIn(chunks) },
    manner,
    others,
  };
}

const isGas = (m: Meaning): boolean =>
  m.is === "entry" &&
  m.draft.kind === "finding" &&
  m.draft.body.kind === "sight" &&
  m.draft.body.place.sight === "smell" &&
  m.draft.body.result.value === "gas";

const testedIn = (chunks: readonly Chunk[]): Carried => (chunks.some((c) => has(c, "tested")) ? { tested: true } : {});

const isDead = (chunks: readonly Chunk[]): boolean => {
  const spoken = chunks.filter((c) => !c.filler);
  return spoken.length === 1 && spoken[0]?.text === "dead";
};

/** A verdict without a number is a word or two: little else may stand beside it. */
const enoughFor = ({ chunks }: Clause, chosen: readonly Candidate[]): number => {
  const sorts = chosen.map(sortOf);
  if (!sorts.includes("reading")) return ENOUGH;
  return chunks.some((c) => c.amount) ? ENOUGH_READ : ENOUGH_JUDGED;
};

/** Whatever was spoken of stays in mind though nothing was said of it that counts. */
const keeps = (carried: Carried, all: readonly Candidate[]): Carried => (all.length > 0 ? { ...carried, ...all[0]?.leaves } : carried);

const lastOf = (chosen: readonly Candidate[]): Carried => {
  const last = chosen.at(-1)?.meanings.at(-1);
  return last ? { last } : {};
};

const totalOf = (chunks: readonly Chunk[]): number => chunks.reduce((sum, c) => sum + leftOf(c), 0);

/** “ready to plug in”, “open the gas”, “plug in the dryer”: told or meant to be done. */
const isToBeDone = (chunks: readonly Chunk[], at: number): boolean => {
  const text = chunks[at]?.text ?? "";
  const isVerb = !chunks[at]?.loose && !/ed\b/.test(text) && (chunks[at]?.tags.size ?? 0) > 0;
  if (chunks[at - 1]?.text === "to" && isVerb) return true;
  const isTold = /^(open|clean|empty|clear|dry|free|plug in|plug back in|power up)$/.test(text);
  return isTold && /^(the|a|this|that|it|his|her|your|my)$/.test(chunks[at + 1]?.text ?? "");
};

/** Something was done: every word beside it must be one that changes nothing, and no slip may have made it. */
function isWhole({ chunks }: Clause, { covers }: Candidate): boolean {
  if (covers.some((i) => isToBeDone(chunks, i))) return false;
  return chunks.every((c, i) => {
    if (covers.includes(i)) return c.slip !== "doubtful" || !c.senses.some((s) => s.is !== "subject" && s.is !== "sight");
    return !c.unknown && !has(c, "no", "notDone") && c.slip !== "doubtful" && (c.loose || c.filler || isOnlyManner(c) || has(c, "since"));
  });
}

interface Packed {
  readonly chosen: readonly Candidate[];
  readonly score: number;
  readonly share: number;
  readonly lostNot: boolean;
  /** A word that carries meaning is not accounted for. */
  readonly lostWord: boolean;
}

/** The candidates that together account for most, no chunk used twice. */
function packed(clause: Clause, candidates: readonly Candidate[]): Packed {
  const { chunks } = clause;
  const weights = chunks.map(weightOf);
  const lefts = chunks.map(leftOf);
  const bits = (at: readonly number[]) => at.reduce((m, i) => m | (1 << i), 0);
  const masks = candidates.map((c) => bits(c.covers));
  const shared = candidates.map((c) => bits(c.shares ?? []) & ~bits(c.covers));
  const worth = candidates.map(
    (c) =>
      [...new Set([...c.covers, ...(c.shares ?? [])])].reduce((sum, i) => sum + Math.max(weights[i] ?? 0, LEAST_WEIGHT), 0) *
      c.sure *
      (c.meanings.some((m) => m.is === "doubt") ? DOUBTFUL : 1),
  );
  const sights = candidates.map(sightsIn);
  const order = candidates
    .map((_, i) => i)
    .sort((a, b) => (worth[b] ?? 0) - (worth[a] ?? 0))
    .slice(0, MOST_CANDIDATES);
  let best: { chosen: number[]; sum: number } = { chosen: [], sum: 0 };
  const behind = order.map((_, k) => order.slice(k).reduce((sum, i) => sum + (worth[i] ?? 0), 0));
  const visit = (from: number, chosen: number[], mask: number, borrowed: number, sum: number): void => {
    const value = sum - PARTED * chosen.length;
    if (value > best.sum + 1e-9) best = { chosen: [...chosen], sum: value };
    // Not even all that is left could make it better.
    if (sum + (behind[from] ?? 0) <= best.sum) return;
    for (let k = from; k < order.length; k++) {
      const i = order[k] ?? 0;
      const [own, lent] = [masks[i] ?? 0, shared[i] ?? 0];
      if ((own & (mask | borrowed)) !== 0 || (lent & mask) !== 0 || chosen.some((j) => contradict(sights[j], sights[i]))) continue;
      visit(k + 1, [...chosen, i], mask | own, borrowed | lent, sum + (worth[i] ?? 0));
    }
  };
  visit(0, [], 0, 0, 0);
  const whole = best.chosen.reduce((m, i) => m | (masks[i] ?? 0) | (shared[i] ?? 0), 0);
  const isCovered = (i: number) => (whole & (1 << i)) !== 0;
  const covered = weights.reduce((sum, w, i) => sum + (isCovered(i) ? w : 0), 0);
  const left = lefts.reduce((sum, w, i) => sum + (isCovered(i) ? 0 : w), 0);
  const lostNot = chunks.some((c, i) => !isCovered(i) && has(c, "no", "notDone") && !isHarmlessNo(chunks, i, whole));
  const lostWord = chunks.some((c, i) => !isCovered(i) && isContent(c) && !isCorrected(chunks, i));
  const chosen = best.chosen.map((i) => candidates[i] as Candidate).sort((a, b) => Math.min(...a.covers) - Math.min(...b.covers));
  return {
    chosen,
    score: best.sum - LEFT_OVER * left - (lostNot ? LOST_NOT : 0),
    share: covered + left === 0 ? 0 : covered / (covered + left),
    lostNot,
    lostWord,
  };
}

/** A word with a meaning of its own, or one that nobody knows: a saying in which it is not accounted for says something else. */
const isContent = (chunk: Chunk): boolean =>
  !chunk.filler && !chunk.loose && chunk.amount?.unit !== "second" && (chunk.amount !== undefined || chunk.unknown || !isOnlyManner(chunk));

/** “and not 59”: the number that is taken back. */
const isCorrected = (chunks: readonly Chunk[], at: number): boolean =>
  chunks[at]?.amount !== undefined &&
  has(
    chunks.slice(0, at).findLast((c) => !c.filler),
    "no",
  );

/** Gives what a candidate says was seen: each sight with its answer. */
const sightsIn = ({ meanings }: Candidate): ReadonlyMap<string, unknown> =>
  new Map(
    meanings.flatMap((m) => {
      const seen = sightIn(m);
      return seen ? [[seen.place.sight, seen.result.value] as const] : [];
    }),
  );

/** Two answers to one sight are not both said in one saying. */
const contradict = (a: ReadonlyMap<string, unknown> = NONE_SEEN, b: ReadonlyMap<string, unknown> = NONE_SEEN): boolean =>
  [...a].some(([sight, value]) => b.has(sight) && b.get(sight) !== value);
const NONE_SEEN: ReadonlyMap<string, unknown> = new Map();

/** “and not 59”, and a “not” behind all that was understood. */
const isHarmlessNo = (chunks: readonly Chunk[], at: number, mask: number): boolean => {
  const next = chunks.findIndex((c, i) => i > at && !c.filler);
  return next >= 0 && chunks[next]?.amount !== undefined && (mask & (1 << next)) === 0;
};

/** Readings that were not taken, each whole: for who is asked. */
function alternatives(clause: Clause, all: readonly Candidate[], chosen: readonly Candidate[]): (readonly Meaning[])[] {
  const out: (readonly Meaning[])[] = [];
  const add = (list: readonly Candidate[]) => {
    const meanings = list.flatMap((c) => c.meanings);
    if (meanings.length > 0 && !out.some((o) => dequal(o, meanings))) out.push(meanings);
  };
  if (chosen.length === 0) add(packed(clause, all).chosen);
  for (const c of [...all].sort((a, b) => b.covers.length * b.sure - a.covers.length * a.sure)) if (!chosen.includes(c)) add([c]);
  return out.slice(0, MOST_GUESSES);
}
