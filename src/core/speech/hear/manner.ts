import type { WordTag } from "../lexicon/words";
import { type Candidate, has, tagged } from "./clause";
import type { Chunk } from "./senses";

/** Says how a saying is meant: as something that is so, or as something else. */
export interface Manner {
  readonly unmade: boolean;
  readonly notDone: boolean;
  readonly future: boolean;
  readonly will: boolean;
  readonly need: boolean;
  readonly maybe: boolean;
  readonly condition: boolean;
  /** Something goes before: “when I”, “after I”. What is seen then is seen; nothing is done or measured yet. */
  readonly first: boolean;
  readonly reported: boolean;
  readonly past: boolean;
  readonly asking: boolean;
}

const isIn = (chunks: readonly Chunk[], tag: WordTag, not: (chunk: Chunk) => boolean = () => false): boolean =>
  chunks.some((c) => has(c, tag) && !not(c));

/** “would”, “will”: so common beside what is seen that they alone make it no plan. */
const isPlainWill = (chunk: Chunk): boolean => chunk.text === "will" || chunk.text === "ask";

export function mannerOf(chunks: readonly Chunk[], before: Manner | undefined): Manner {
  const person = isIn(chunks, "person", (c) => c.text === "she" || c.text === "her" || c.text === "they");
  return {
    unmade: isIn(chunks, "unmade"),
    notDone: isIn(chunks, "notDone"),
    future: isIn(chunks, "future", isPlainWill),
    will: isIn(chunks, "future"),
    need: isIn(chunks, "need"),
    maybe: isIn(chunks, "maybe", (c) => tellsByMeter(chunks, c)),
    condition: isIn(chunks, "condition") || (before?.condition ?? false),
    first: isIn(chunks, "first") || (before?.first ?? false),
    reported: person || isIn(chunks, "reported", (c) => /^(says|said|reports)$/.test(c.text) && !person) || (before?.reported ?? false),
    past: isIn(chunks, "past") || wasBefore(chunks),
    asking:
      chunks.some((c) => c.text === "?") ||
      (chunks[0] !== undefined && tagged(chunks.slice(0, 1), "asking").length > 0 && !hasAmount(chunks)) ||
      isTurnedRound(chunks),
  };
}

/** “can it be energised”, “is the breaker off”: the verb before what it is said of. */
const isTurnedRound = ([first, second]: readonly Chunk[]): boolean =>
  /^(can|may|could|should|shall|is|are|am|was|were|does|do|did|has|have|had|will|would)$/.test(first?.text ?? "") &&
  /^(it|i|we|you|he|she|they|this|that|there|the|a|an|my|anybody|anyone|somebody)$/.test(second?.text ?? "");

/** “was discharged before”. */
const wasBefore = (chunks: readonly Chunk[]): boolean =>
  chunks.some((c) => /^(was|were|had)$/.test(c.text)) && /^(before|earlier|then)$/.test(chunks.at(-1)?.text ?? "");

const hasAmount = (chunks: readonly Chunk[]): boolean => chunks.some((c) => c.amount);
/** “as expected” beside a reading is no guess. */
const tellsByMeter = (chunks: readonly Chunk[], chunk: Chunk): boolean => /^(expected|likely)$/.test(chunk.text) && hasAmount(chunks);

/** Sorts of things that can be said, by what keeps them from being so. */
type Sort = "act" | "reading" | "sight" | "setting" | "wanted" | "command";

export function sortOf({ meanings, act }: Candidate): Sort {
  if (act) return "act";
  const [first] = meanings;
  const drafts = first?.is === "entry" ? [first.draft] : first?.is === "doubt" ? first.choices.map((c) => c.draft) : [];
  const [draft] = drafts;
  if (draft?.kind === "wanted") return "wanted";
  if (draft?.kind === "finding" && (draft.body.kind === "sight" || draft.body.kind === "code")) return "sight";
  if (draft?.kind === "finding" && draft.body.kind === "setting") return "setting";
  return first?.is === "command" || first?.is === "question" ? "command" : "reading";
}

/** True where something of this sort, said in this manner, is said to be so now. */
export function isSo(sort: Sort, m: Manner): boolean {
  if (m.condition || m.asking || (m.first && sort !== "sight")) return sort === "command";
  switch (sort) {
    case "act":
      return !(m.unmade || m.notDone || m.will || m.need || m.maybe || m.reported || m.past);
    case "reading":
      return !(m.unmade || m.notDone || m.will || m.maybe || m.reported || m.past || m.need);
    // A control as it was found is told in the past, and by others.
    case "setting":
      return !(m.unmade || m.notDone || m.future || m.maybe || m.need);
    case "sight":
      return !(m.future || m.maybe || m.past || m.unmade);
    case "wanted":
      return !(m.maybe || m.past);
    case "command":
      return true;
  }
}
