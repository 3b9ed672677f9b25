import { type Machine, partOf } from "../../../../model/machine/format";
import type { Form } from "../../../lexicon/forms";
import type { SightRow } from "../../../lexicon/sights";
import type { Subject } from "../../../lexicon/subjects";
import { type Clause, has, nounsOf, sensesOf, subjectsOf } from "../../clause";
import type { Chunk } from "../../senses";

/** Holds what a part is, as a thing that something is seen of. */
const SUBJECT_OF_KIND: Readonly<Record<string, Subject>> = {
  element: "element",
  igniter: "igniter",
  lamp: "lamp",
  motor: "motor",
  tank: "tank",
  belt: "belt",
};

/** Things that a chunk names, by its words or by the one part that it means. */
function thingsOf(chunk: Chunk | undefined, machine: Machine): readonly Subject[] {
  const said = subjectsOf(chunk);
  if (said.length > 0 || !chunk) return said;
  const kinds = new Set(sensesOf(chunk, "part").map((s) => partOf(machine, s.id).kind));
  const [kind] = kinds;
  const thing = kinds.size === 1 && kind !== undefined ? SUBJECT_OF_KIND[kind] : undefined;
  return thing === undefined ? [] : [thing];
}

/** Of what something is said, and where that stands; `carried`: it was spoken of before. */
export interface Spoken {
  readonly of: Subject;
  readonly at?: number;
  readonly carried?: true;
}

/** Of what it is said: the nearest subject before, else the nearest after, else what was spoken of. */
export function subjectFor(clause: Clause, row: SightRow, at: number, form: Form | undefined): Spoken | "another" | undefined {
  const { chunks, carried } = clause;
  const fits = (chunk: Chunk | undefined) => thingsOf(chunk, clause.machine).find((s) => row.of.includes(s));
  // “lights”, said as a verb, is not also what lights.
  const own = form === undefined ? fits(chunks[at]) : undefined;
  let foreign = false;
  for (let i = at - 1; i >= 0; i--) {
    const found = fits(chunks[i]);
    if (found) return { of: found, at: i };
    if (isForeign(clause, i, row)) {
      foreign = true;
      break;
    }
    if (chunks[i] && tells(chunks[i] as Chunk) && !isSubjectOnly(chunks[i] as Chunk) && !chunks[i]?.common) break;
  }
  if (!foreign && !BEFORE_ONLY.test(chunks[at]?.text ?? ""))
    for (let i = at + 1; i < chunks.length; i++) {
      const found = fits(chunks[i]);
      if (found && (i === at + 1 || chunks.slice(at + 1, i).every((c) => c.filler || c.loose || has(c, "no")))) return { of: found, at: i };
      if (isForeign(clause, i, row) && !row.bare) return undefined;
      if (!chunks[i]?.filler && !chunks[i]?.loose) break;
    }
  if (foreign) return own ? { of: own } : "another";
  if (own) return { of: own };
  // “fire”, after the igniter: a thing of its own.
  if (subjectsOf(chunks[at]).length > 0) return row.bare ? undefined : "another";
  if (carried.subject && row.of.includes(carried.subject)) return { of: carried.subject, carried: true };
  return undefined;
}

/** “on the panel”: what follows these is a place, not what is on. */
export const BEFORE_ONLY = /^(on|off|out|in|up|down|there|back|over)$/;

/** Something else is spoken of: a subject that these words are not said of, or a part. */
function isForeign({ chunks, machine }: Clause, at: number, row: SightRow): boolean {
  const chunk = chunks[at];
  if (!chunk || chunk.loose) return false;
  // “power comes and goes”: what the house gives.
  if (has(chunk, "powerNoun") && subjectsOf(chunk).length === 0 && row.sight !== "trips") return true;
  // “meter works”.
  if (/\b(meter|tester)$/.test(chunk.text)) return true;
  const subjects = thingsOf(chunk, machine);
  if (subjects.length > 0) return !subjects.some((s) => row.of.includes(s));
  return nounsOf([chunk], machine).some((n) => n.parts.length > 0 && n.parts.every((p) => partOf(machine, p).kind !== "duct"));
}

/** A “not” that belongs to the words here: before them with no other telling word between, or right behind at the end: “heat no”. */
export function denialOf(chunks: readonly Chunk[], at: number): number[] {
  if (has(chunks[at], "no", "notDone")) return [];
  for (let i = at - 1; i >= 0; i--) {
    const chunk = chunks[i];
    if (has(chunk, "no", "notDone")) return [i];
    if (chunk && tells(chunk) && !isSubjectOnly(chunk)) break;
  }
  const next = chunks[at + 1];
  const isLast = chunks.slice(at + 2).every((c) => c.filler && !c.amount);
  return next && has(next, "no") && isLast && (next.text === "no" || next.text === "none" || next.text === "absent") ? [at + 1] : [];
}

const tells = (chunk: Chunk): boolean => !chunk.loose && sensesOf(chunk, "sight").length > 0;
/** “no heat from the motor”: a subject in between does not end a denial. */
const isSubjectOnly = (chunk: Chunk): boolean => subjectsOf(chunk).length > 0;
