import type { Subject } from "../../../lexicon/subjects";
import { type Candidate, type Clause, sensesOf, tagged } from "../../clause";
import { sightSeen } from "../../facts";
import { entry } from "../../meaning";
import type { Chunk } from "../../senses";

/** Sights whose time is kept: when it was seen, and how long it lasted. */
const TIMED: Readonly<Record<string, { readonly at?: true; readonly lasted?: true; readonly first?: "lasted" }>> = {
  glow: { at: true, lasted: true },
  dark: { at: true },
  flame: { at: true, lasted: true },
  warm: { at: true, lasted: true },
  hums: { lasted: true, first: "lasted" },
  trips: { at: true },
  stops: { at: true },
  keeps: { at: true },
};

/** Times beside a sighting: “after”, “at”, “in” say when; “for” says how long; a verb with a bare time lasts, a noun was seen then. */
export function timesFor(
  { chunks, carried }: Clause,
  sight: string,
  at: number,
  isAbsent: boolean,
): { at?: number; lasted?: number; spoken?: number; covers: number[] } {
  const rule = TIMED[sight];
  const out: { at?: number; lasted?: number; spoken?: number; covers: number[] } = { covers: [] };
  chunks.forEach((chunk, i) => {
    if (chunk.amount?.unit !== "second") return;
    // A time belongs to the nearest telling word before it.
    const owner = nearestTelling(chunks, i);
    if (owner !== undefined && owner !== at) return;
    const how = timeWord(chunks, i);
    if (how !== "every") out.covers.push(i);
    if (!rule && how !== "every") out.spoken = chunk.amount.value;
    if (!rule || isAbsent || how === "every") return;
    const lasts = rule.first === "lasted" || how === "for" || (how === "bare" && isVerb(chunks[at]));
    if (lasts && rule.lasted) out.lasted = chunk.amount.value;
    else if (!lasts && rule.at) out.at = chunk.amount.value;
    else if (lasts && rule.at && !rule.lasted) out.at = chunk.amount.value;
  });
  // “goes for two minutes, then shuts down”: it ended when it had lasted so long.
  if (rule?.at && out.at === undefined && out.lasted === undefined && ENDS.includes(sight) && carried.lasted !== undefined && !isAbsent)
    out.at = carried.lasted;
  return out;
}

const ENDS: readonly string[] = ["stops", "keeps", "dark", "trips"];

function nearestTelling(chunks: readonly Chunk[], at: number): number | undefined {
  for (let i = at - 1; i >= 0; i--) if (sensesOf(chunks[i], "sight").length > 0 && !chunks[i]?.loose) return i;
  for (let i = at + 1; i < chunks.length; i++) if (sensesOf(chunks[i], "sight").length > 0 && !chunks[i]?.loose) return i;
  return undefined;
}

/** Tells how a time is said: by the word before it. */
function timeWord(chunks: readonly Chunk[], at: number): "at" | "for" | "every" | "bare" {
  for (let i = at - 1; i >= Math.max(0, at - 3); i--) {
    const text = chunks[i]?.text ?? "";
    if (/^every$|each$/.test(text)) return "every";
    if (/^(after|at|in|within|past|by|until)$/.test(text) || /\b(after|at|in)$/.test(text)) return "at";
    if (/^(for|lasts|lasting|some|about|around|roughly|only|just)$/.test(text) || /\bfor$/.test(text))
      return text === "about" || text === "around" || text === "roughly" || text === "some" || text === "only" || text === "just"
        ? before(chunks, i)
        : "for";
    if (!chunks[i]?.filler) break;
  }
  const next = chunks[at + 1]?.text ?? "";
  return /^(in|later|into|after)/.test(next) ? "at" : "bare";
}
const before = (chunks: readonly Chunk[], at: number): "at" | "for" | "bare" => {
  const text = chunks[at - 1]?.text ?? "";
  return /^(after|at|in|within)$/.test(text) ? "at" : /^for$/.test(text) ? "for" : "bare";
};

const isVerb = (chunk: Chunk | undefined): boolean =>
  chunk?.senses.some((s) => s.is === "sight" && (s.form === "third" || s.form === "done")) ?? false;

/** “lasts ten seconds”, of a flame or of heat: how long it was there. */
export function lastingOf({ chunks }: Clause, at: number, of: Subject | undefined): Candidate | undefined {
  const timeAt = chunks.findIndex((c) => c.amount?.unit === "second");
  const lasted = chunks[timeAt]?.amount?.value;
  if (lasted === undefined || (of !== "flame" && of !== "heat")) return undefined;
  return { meanings: [entry(sightSeen(of === "flame" ? "flame" : "warm", "yes", { lasted }))], covers: [at, timeAt], sure: 0.95 };
}

/** “every couple of minutes”. */
export const oftenIn = (chunks: readonly Chunk[]): number[] => [
  ...tagged(chunks, "often"),
  ...chunks.flatMap((c, i) => (c.amount?.unit === "second" && timeWord(chunks, i) === "every" ? [i, i - 1] : [])),
];
