import type { Form } from "../../../lexicon/forms";
import type { SightRow } from "../../../lexicon/sights";
import { type Clause, has, sensesOf } from "../../clause";
import type { Chunk } from "../../senses";
import { BEFORE_ONLY, type Spoken } from "./sight-subject";

/** A word of a sighting where it stands: which sighting it would be, and in which form it is said. */
export interface Telling {
  readonly row: SightRow;
  readonly at: number;
  readonly form: Form | undefined;
}

type Rule = (telling: Telling, chunks: readonly Chunk[]) => boolean;
const textAt = (chunks: readonly Chunk[], at: number): string => chunks[at]?.text ?? "";

const HELPS = /^(will|does|do|did|can|must|should|to|would)$/;

/** Sayings in which such a word tells nothing that was seen, each with one. */
const MEANT_OTHERWISE: Readonly<Record<string, Rule>> = {
  "still warm": ({ at }, chunks) => textAt(chunks, at) === "still" && at !== chunks.length - 1,
  "the cut-off": ({ at, form }, chunks) => {
    const before = textAt(chunks, at - 1);
    const isThing = sensesOf(chunks[at], "part").length > 0 && (form === "plain" || /^(the|a|this|that)$/.test(before));
    return isThing && !HELPS.test(before) && !has(chunks[at - 1], "no", "notDone");
  },
  "knob stood between two programmes": ({ row, at }, chunks) =>
    row.sight === "advances" && /^(stands|stood)$/.test(textAt(chunks, at)) && /^(between|on|at|in)$/.test(textAt(chunks, at + 1)),
  "empty the tank": ({ row, at }, chunks) => row.sight === "tank" && at === 0 && /^(the|a|his|her|my|your)$/.test(textAt(chunks, 1)),
  "main fuse blown": ({ row, at }, chunks) => row.sight === "trips" && textAt(chunks, at) === "blown",
  "the whole run": ({ at, form }, chunks) =>
    (form === "plain" || form === "done") &&
    textAt(chunks, at) !== "end" &&
    /^(the|a|an|whole|its|this|that|full|entire|every|each)$/.test(textAt(chunks, at - 1)),
  "nothing to order": ({ at }, chunks) =>
    textAt(chunks, at) === "nothing" && chunks.some((c, k) => k !== at && !c.loose && !c.filler && !isTelling(c)),
  "on the van": ({ at }, chunks) =>
    BEFORE_ONLY.test(textAt(chunks, at)) && /^(the|a|my|his|her|this|our|its|their)$/.test(textAt(chunks, at + 1)),
  "takes two cycles to get towels dry": ({ row, at, form }, chunks) => {
    const leads = chunks.slice(Math.max(0, at - 4), at).findLast((c) => /^(to|before|is|are|comes?|gets)$/.test(c.text));
    return row.sight === "damp" && form !== "done" && /^(to|before)$/.test(leads?.text ?? "");
  },
};

/** True where the word is there for something else than what was seen. */
export const isMeantOtherwise = (telling: Telling, chunks: readonly Chunk[]): boolean =>
  Object.values(MEANT_OTHERWISE).some((rule) => rule(telling, chunks));

/** True where it is said of too little to go by: of nothing, or of what this machine does not have. */
export function isTooLittle(
  { row, at, form }: Telling,
  { chunks, machine }: Clause,
  subject: Spoken | undefined,
  isDenied: boolean,
): boolean {
  const chunk = chunks[at];
  if (!chunk) return true;
  if (subject) {
    // “panel comes on, press start, nothing”: of the machine, not of what was spoken of before.
    if (subject.carried && chunk.text.startsWith("nothing") && !row.bare) return true;
    return subject.of === "flame" && machine.burner === undefined;
  }
  if (!row.bare) return true;
  // A word that was put right, said of nothing.
  if (chunk.slip && chunk.text.length < SHORT) return true;
  if (isDenied) return false;
  // “switched off”, without saying what: more likely something that was done.
  return (form === "done" && DOINGS.test(chunk.text)) || isWeak(chunks, at, form);
}
const SHORT = 7;
const DOINGS = /^(switched|turned|shut|cut|powered|opened|closed|dropped|pulled|killed|fired)/;

/** “go”, “run”, “cycle”: without a subject they are said of anything. They count where a helping verb goes before, or nothing else is said. */
function isWeak(chunks: readonly Chunk[], at: number, form: Form | undefined): boolean {
  const chunk = chunks[at];
  if (!chunk || (!chunk.common && form !== "plain") || chunk.size > 1) return false;
  const isNoun = sensesOf(chunk, "sight").some((s) => s.form === undefined) && !chunk.common;
  if (isNoun || HELPS.test(textAt(chunks, at - 1))) return false;
  return chunks.some((c, i) => i !== at && !c.common && !c.loose && !c.filler && c.amount?.unit !== "second" && !isTelling(c));
}

const isTelling = (chunk: Chunk): boolean =>
  sensesOf(chunk, "sight").length > 0 || has(chunk, "no", "notDone", "whenStarted", "running", "aside", "since", "often");
