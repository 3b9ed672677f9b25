import { dequal } from "dequal";
import { type Machine, partOf } from "../../../../model/machine/format";
import type { Draft } from "../../../../record/job/kinds/index";
import { assembliesOf, type Candidate, type Clause, has, isDone, isVerb, type NounPhrase, nounsOf, placesOf, tagged } from "../../clause";
import { entry, type Meaning, oneOf } from "../../meaning";
import { mended } from "../evidence/pieces";
import { putRight } from "./put-right";
import { remade } from "./remade";

/** Parts that went in, things put right, parts that are needed. */
export const repairs = (clause: Clause): Candidate[] => [
  ...fitted(clause),
  ...putRight(clause),
  ...remade(clause),
  ...mended(clause),
  ...wanted(clause),
  ...waiting(clause),
];

const replaced = (assembly: string): Draft => ({ kind: "fitted", body: { assembly, action: "replaced" } });
const needed = (assembly: string): Draft => ({ kind: "wanted", body: { assembly } });

/** The same of each that is named, once; `undefined` where one of them can't be fitted. */
function each(
  machine: Machine,
  nouns: readonly NounPhrase[],
  draftOf: (assembly: string) => Draft,
): { meanings: Meaning[]; covers: number[] } | undefined {
  const all = nouns.map((noun) => oneOf(assembliesOf(machine, noun).map((id) => ({ differs: id, draft: draftOf(id) }))));
  const meanings = all.flatMap((m) => m ?? []);
  if (meanings.length < all.length) return undefined;
  return { meanings: meanings.filter((m, i) => meanings.findIndex((o) => dequal(o, m)) === i), covers: nouns.map((n) => n.at) };
}

/** Names that can be fitted, each once; a panel or a piece is none. */
function fittable({ chunks, machine }: Clause): NounPhrase[] {
  const nouns = nounsOf(chunks, machine).filter(
    (n) => (n.parts.length > 0 || n.assembly !== undefined) && !has(chunks[n.at], "machineItself"),
  );
  const kept: NounPhrase[] = [];
  for (const n of nouns) {
    if (assembliesOf(machine, n).length === 0) continue;
    if (kept.length > 0 && isPlace(chunks, n.at)) continue;
    const same = kept.find((k) => k.parts.some((p) => n.parts.includes(p)) || (k.assembly !== undefined && k.assembly === n.assembly));
    if (!same) kept.push(n);
  }
  // “whole heater swapped, old limit moved across”: what was there before is not what went in.
  const fresh = kept.filter((n) => chunks[n.at - 1]?.text !== "old");
  return fresh.length > 0 ? fresh : kept;
}

/** “all coils on the valve”: where the thing is, not another thing. */
const isPlace = (chunks: Clause["chunks"], at: number): boolean => {
  for (let i = at - 1; i >= 0; i--) {
    const text = chunks[i]?.text ?? "";
    if (/^(on|of|at|in|from|for|to|by|inside|behind|under|next to|beside)$/.test(text)) return true;
    if (!/^(the|a|an|its|this|that)$/.test(text)) return false;
  }
  return false;
};

/** A new one is in: “element replaced”, “fitted a new pump”, “new igniter in”. */
function fitted(clause: Clause): Candidate[] {
  const { chunks, machine, carried } = clause;
  const verbs = placesOf(chunks, (c) => isDone(c, "fit") && !has(c, "isIn"));
  const wishes = placesOf(chunks, (c) => isVerb(c, "fit"));
  const news = tagged(chunks, "new");
  const ins = placesOf(chunks, (c) => has(c, "isIn"));
  const nouns = fittable(clause);
  const puts = placesOf(chunks, (c, i) => /^(put|popped|stuck)$/.test(c.text) && news.length > 0 && i < (nouns[0]?.at ?? 0));
  const seated = puts.length > 0 ? placesOf(chunks, (c) => /^(in|on)$/.test(c.text)) : [];
  const lastChunk = chunks.at(-1);
  const isOn =
    news.length > 0 && lastChunk?.text === "on" && (nouns[0]?.at ?? -1) === chunks.length - 2 && news.every((n) => n < (nouns[0]?.at ?? 0));
  const done = isOn || seated.length > 0 || verbs.length > 0 || (news.length > 0 && ins.length > 0);
  if (!done) {
    // “thermal limit too”, after “heater changed”: the same was done to it.
    const last = carried.last;
    const too = chunks.some((c) => /^(too|as well|also)$/.test(c.text));
    if (wishes.length > 0) return wished(clause, nouns, wishes);
    if (!too || nouns.length === 0 || last?.is !== "entry" || last.draft.kind !== "fitted" || last.draft.body.action !== "replaced")
      return [];
  }
  if (nouns.length === 0) return [];
  // “replaced the front” is a panel put back; a part's wires are not the part.
  const leads = tagged(chunks, "leads", "terminal").filter((i) => !nouns.some((n) => n.at === i));
  if (leads.length > 0) return [];
  const made = each(machine, nouns, replaced);
  if (!made) return [];
  return [
    {
      meanings: made.meanings,
      covers: [...made.covers, ...alike(clause, nouns), ...verbs, ...news, ...ins, ...puts, ...seated, ...tagged(chunks, "yet")],
      sure: 1,
      act: true,
      leaves: { parts: nouns.at(-1)?.parts ?? [] },
    },
  ];
}

/** “replace the element”: not done; it may have been, or the part may be needed. */
function wished({ machine }: Clause, nouns: readonly NounPhrase[], verbs: readonly number[]): Candidate[] {
  const made = each(machine, nouns, replaced);
  const order = each(machine, nouns, needed);
  return [made, order].flatMap((m) =>
    m ? [{ meanings: m.meanings, covers: [...m.covers, ...verbs], sure: 0.9, act: true as const, wished: true as const }] : [],
  );
}

/** Other chunks that name the same things again: “all coils on the valve”. */
const alike = ({ chunks, machine }: Clause, nouns: readonly NounPhrase[]): number[] =>
  nounsOf(chunks, machine)
    .filter(
      (n) =>
        n.parts.length > 0 &&
        (nouns.some((m) => m.at !== n.at && m.parts.some((p) => n.parts.includes(p))) ||
          n.parts.every((p) => partOf(machine, p).kind === "gas-valve")),
    )
    .map((n) => n.at);

/** Needed, to be ordered or ordered. */
function wanted(clause: Clause): Candidate[] {
  const { chunks, machine } = clause;
  const needs = placesOf(
    chunks,
    (c) => has(c, "need") && !c.senses.every((s) => s.is === "word" && s.tag === "need" && s.form === "going"),
  );
  const waits = tagged(chunks, "wait");
  if (needs.length === 0 && waits.length === 0) return [];
  const nouns = fittable(clause).filter((n) => !needs.includes(n.at));
  // Whatever was ordered and is here is needed no more.
  if (nouns.length === 0 || chunks.some((c) => /^(came|arrived|here|delivered|received|is here|has come)$/.test(c.text))) return [];
  // “needs cleaning”: no part is needed.
  if (
    placesOf(chunks, (c) => has(c, "clean", "empty", "reset", "remake") && c.senses.some((s) => s.is === "word" && s.form === "going"))
      .length > 0
  )
    return [];
  const made = each(machine, nouns, needed);
  if (!made) return [];
  const at = [
    ...needs,
    ...waits,
    ...made.covers,
    ...alike(clause, nouns),
    ...tagged(chunks, "new", "fit", "somePart", "future", "maybe", "unmade", "bad", "wait"),
    ...placesOf(chunks, (c) => /^(be|to|by|for|it|come|comes|arrives|coming|delivery|days|week|stock|back|from)$/.test(c.text)),
  ];
  return [{ meanings: made.meanings, covers: at, sure: 1, leaves: { parts: nouns.at(-1)?.parts ?? [] } }];
}

/** The job waits for a part that is not named. */
function waiting(clause: Clause): Candidate[] {
  const { chunks } = clause;
  const waits = placesOf(chunks, (c) => has(c, "wait"));
  const whole = waits.filter((i) => chunks[i]?.text.split(" ").some((w) => /^(parts?|delivery|hold)$/.test(w)));
  const parts = tagged(chunks, "somePart");
  if (whole.length === 0 && (waits.length === 0 || parts.length === 0)) return [];
  if (fittable(clause).length > 0) return [];
  return [{ meanings: [entry({ kind: "wanted", body: {} })], covers: [...waits, ...parts, ...tagged(chunks, "future", "need")], sure: 1 }];
}
