import type { Machine } from "../model/machine/format";
import type { Finding } from "../record/finding/finding";
import type { Body } from "../record/job/kinds/index";
import { chunksOf } from "./hear/chunks";
import { has } from "./hear/clause";
import { hear } from "./hear/hear";
import { lexiconOf } from "./hear/lexicon";
import { tokensOf } from "./hear/tokens";

/** Holds what a complaint in prose comes to: what was seen, and what is told of when it began and what was before. */
export interface Complaint {
  readonly findings: readonly Finding[];
  readonly told: readonly Body<"note">[];
}

/** A complaint holds at most so many sightings. */
const MOST_FINDINGS = 20;

/** Takes a customer's words apart. The words themselves are kept by who asks. */
export function complaintIn(words: string, machine: Machine): Complaint {
  const sentences = words
    .split(/(?<=[.!?;])\s+|\n+/)
    .map((s) => s.trim())
    .filter((s) => s !== "");
  const findings = new Map<string, Finding>();
  const told: Body<"note">[] = [];
  for (const sentence of sentences) {
    for (const meaning of hear(sentence.replace(/[.!]+$/, ""), machine).meanings) {
      if (meaning.is !== "entry" || meaning.draft.kind !== "finding") continue;
      const { body } = meaning.draft;
      if (body.kind !== "sight" && body.kind !== "code" && body.kind !== "setting") continue;
      findings.set(`${body.kind} ${JSON.stringify(body.place)}`, body);
    }
    const about = aboutWhat(sentence, machine);
    if (about) told.push({ words: sentence, about, by: "customer" });
  }
  return { findings: [...findings.values()].slice(0, MOST_FINDINGS), told };
}

/** True where a sentence tells when it began, or what was done before. */
function aboutWhat(sentence: string, machine: Machine): "onset" | "history" | undefined {
  const chunks = chunksOf(tokensOf(sentence), lexiconOf(machine)).flatMap((p) => (p.is === "chunk" ? [p.chunk] : []));
  const acts = chunks.some((c) => has(c, "fit", "clean", "remake"));
  if (chunks.some((c) => has(c, "past")) && acts) return "history";
  if (
    chunks.some((c) => has(c, "since") || /half ?way|mid ?cycle|in the middle/.test(c.text)) ||
    /half ?way through|in the middle of|part ?way|after the first|mid ?cycle/i.test(sentence)
  )
    return "onset";
  return chunks.some((c) => has(c, "past")) ? "history" : undefined;
}
