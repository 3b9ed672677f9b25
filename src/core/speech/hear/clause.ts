import { assemblyIdOf, repairOf, replaces } from "../../model/machine/assembly";
import { type Machine, maybePartOf, partOf } from "../../model/machine/format";
import type { Subject } from "../lexicon/subjects";
import type { WordTag } from "../lexicon/words";
import type { Meaning } from "./meaning";
import type { Chunk, Sense } from "./senses";
import { normal } from "./tokens";

/** Holds what sayings before have left in mind: the thing that was spoken of, and what was said of it. */
export interface Carried {
  readonly parts?: readonly string[];
  /** Motor terminals, where a winding was meant. */
  readonly terminals?: readonly [number, number];
  readonly subject?: Subject;
  readonly panels?: readonly string[];
  /** Holds what the last saying came to. */
  readonly last?: Meaning;
  /** Says how long something lasted, seconds. */
  readonly lasted?: number | undefined;
  /** Somebody tested something: what is “dead” after it may be a proof. */
  readonly tested?: true;
  /** It was the outlet that was measured. */
  readonly atOutlet?: true;
}

export interface Clause {
  readonly chunks: readonly Chunk[];
  readonly machine: Machine;
  readonly carried: Carried;
}

/** One reading of some of a saying's chunks. */
export interface Candidate {
  readonly meanings: readonly Meaning[];
  /** Chunks that it accounts for, by their places. */
  readonly covers: readonly number[];
  /** Chunks that it accounts for and others may too: of what something is said. */
  readonly shares?: readonly number[];
  /** 1: said in so many words; less: guessed from less. */
  readonly sure: number;
  /** Something was done to safety or to the machine: every word of the saying must be understood. */
  readonly act?: true;
  /** It was only wished, begun or told to be done: never so, and offered to who meant it otherwise. */
  readonly wished?: true;
  /** Holds what it leaves in mind. */
  readonly leaves?: Carried;
}

export const has = (chunk: Chunk | undefined, ...wanted: readonly WordTag[]): boolean => {
  if (!chunk || chunk.tags.size === 0) return false;
  for (const tag of wanted) if (chunk.tags.has(tag)) return true;
  return false;
};

type SenseOf<K extends Sense["is"]> = Extract<Sense, { is: K }>;
export const sensesOf = <K extends Sense["is"]>(chunk: Chunk | undefined, is: K): SenseOf<K>[] =>
  (chunk?.senses.filter((s) => s.is === is) ?? []) as SenseOf<K>[];

/** Places of the chunks that are so. */
export function placesOf(chunks: readonly Chunk[], is: (chunk: Chunk, at: number) => boolean): number[] {
  const places: number[] = [];
  for (const [i, chunk] of chunks.entries()) if (is(chunk, i)) places.push(i);
  return places;
}

/** Places of the chunks with one of these tags. */
export const tagged = (chunks: readonly Chunk[], ...wanted: readonly WordTag[]): number[] => placesOf(chunks, (c) => has(c, ...wanted));

/** In a form that says it is done: “replaced”, “is off”; not “replace”, “replacing”. Words that are no verbs say so by themselves. */
export const isDone = (chunk: Chunk | undefined, ...wanted: readonly WordTag[]): boolean => {
  if (!chunk || chunk.done.size === 0) return false;
  for (const tag of wanted) if (chunk.done.has(tag)) return true;
  return false;
};

/** In any form, done or not. */
export const isVerb = (chunk: Chunk | undefined, ...wanted: readonly WordTag[]): boolean =>
  has(chunk, ...wanted) && !isDone(chunk, ...wanted);

export const subjectsOf = (chunk: Chunk | undefined): Subject[] => sensesOf(chunk, "subject").map((s) => s.of);

/** Test points that are named by more than a letter, each with its net. */
export const pointsNamed = (chunks: readonly Chunk[]): { readonly at: number; readonly net: string }[] =>
  chunks.flatMap((c, at) => (c.text.length > 1 ? sensesOf(c, "point").map(({ net }) => ({ at, net })) : []));

/** A name that was said, with every part that it may mean. */
export interface NounPhrase {
  readonly at: number;
  readonly parts: readonly string[];
  readonly terminals?: readonly [number, number];
  readonly assembly?: string;
  readonly piece?: string;
  readonly panel?: string;
}

/** “main” after “start winding”, “booster” after “hold coil”: one of the same set by a word of its name. */
function siblingAt(chunk: Chunk, at: number, machine: Machine, carried: Carried): NounPhrase | undefined {
  const one = carried.parts?.length === 1 ? machine.parts.find((p) => p.id === carried.parts?.[0]) : undefined;
  if (!one || chunk.size > 1) return undefined;
  if (one.kind === "motor" && /^(main|run|start|aux|auxiliary)$/.test(chunk.text)) {
    const isStart = /^(start|aux|auxiliary)$/.test(chunk.text);
    return { at, parts: [one.id], terminals: isStart ? [1, 3] : [1, 2] };
  }
  const set = machine.parts.filter(
    (p) => p.id !== one.id && p.kind === one.kind && p.assembly !== undefined && p.assembly === one.assembly,
  );
  const found = set.filter((p) => wordsOf(p.name).some((w) => w === chunk.text || (chunk.text.length >= 4 && w.startsWith(chunk.text))));
  return found.length === 1 ? { at, parts: found.map((p) => p.id) } : undefined;
}

const wordsOf = (name: string): string[] => name.toLowerCase().split(/[ ,]+/);

/** The names in a saying, in order. A name that means one winding of a motor says so. */
export function nounsOf(chunks: readonly Chunk[], machine: Machine, carried?: Carried): NounPhrase[] {
  if (carried) return findNouns(chunks, machine, carried);
  const known = nounsKnown.get(chunks) ?? findNouns(chunks, machine, {});
  nounsKnown.set(chunks, known);
  return known;
}

/** A saying is asked for its names by every reader. */
const nounsKnown = new WeakMap<readonly Chunk[], NounPhrase[]>();

function findNouns(chunks: readonly Chunk[], machine: Machine, carried: Carried): NounPhrase[] {
  const nouns: NounPhrase[] = [];
  let mind = carried;
  for (const [at, chunk] of chunks.entries()) {
    const noun = siblingAt(chunk, at, machine, mind) ?? nounAt(chunk, at, machine);
    if (!noun) continue;
    // “both thermostats”: each of the two.
    if (noun.parts.length === 2 && chunks[at - 1]?.text === "both") nouns.push(...noun.parts.map((id) => ({ ...noun, parts: [id] })));
    else nouns.push(noun);
    if (noun.parts.length > 0) mind = { parts: noun.parts };
  }
  return nouns;
}

const isOwnName = (machine: Machine, id: string, text: string): boolean => {
  const part = maybePartOf(machine, id);
  return part !== undefined && [part.name, part.id, part.label].some((n) => normal(n) === text || normal(n).endsWith(` ${text}`));
};

function nounAt(chunk: Chunk, at: number, machine: Machine): NounPhrase | undefined {
  const parts = sensesOf(chunk, "part");
  const [assembly] = sensesOf(chunk, "assembly");
  const [piece] = sensesOf(chunk, "piece");
  const [panel] = sensesOf(chunk, "panel");
  if (parts.length === 0 && !assembly && !piece && !panel) return undefined;
  const [first] = parts;
  const whole = [...new Set(parts.map((p) => p.id))];
  // “timer”: one of its parts may be called so for short, and all of it is meant.
  const isShort = assembly !== undefined && whole.length > 0 && !whole.some((id) => isOwnName(machine, id, chunk.text));
  const ids =
    (whole.length > 0 && !isShort) || !assembly
      ? whole
      : [...new Set([...machine.parts.filter((p) => p.assembly === assembly.id).map((p) => p.id), ...whole])];
  // “main board”: what is fitted as one is also a part of its own.
  const itself = assembly && whole.length === 0 ? maybePartOf(machine, assembly.id)?.id : undefined;
  const terminals = whole.length === 1 && first?.terminals ? first.terminals : undefined;
  return {
    at,
    parts: itself === undefined ? ids : [itself],
    ...(terminals && { terminals }),
    ...(assembly && { assembly: assembly.id }),
    ...(piece && { piece: piece.id }),
    ...(panel && { panel: panel.id }),
  };
}

/** Of these parts, those with wires. */
export const wired = (machine: Machine, ids: readonly string[]): string[] =>
  ids.filter((id) => (maybePartOf(machine, id)?.nets.length ?? 0) > 0);

/** Gives what is fitted new when this name is: the assembly that it is, or those that its parts belong to; none where its parts are not replaced. */
export const assembliesOf = (machine: Machine, { assembly, parts }: NounPhrase): readonly string[] =>
  assembly === undefined
    ? [...new Set(parts.map((id) => assemblyIdOf(partOf(machine, id))))].filter((id) => replaces(repairOf(machine, id)))
    : [assembly];
