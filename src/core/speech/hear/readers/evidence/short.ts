import type { Machine } from "../../../../model/machine/format";
import type { Read } from "../../choose";
import { assembliesOf, has, nounsOf, tagged } from "../../clause";
import { sightSeen, verdictOn } from "../../facts";
import type { Meaning } from "../../meaning";
import type { Chunk } from "../../senses";

/** The one word “dead”: the machine, the display, the outlet? It asks. */
export function onlyDead(chunks: readonly Chunk[], machine: Machine): Meaning | undefined {
  const spoken = chunks.filter((c) => !c.filler || c.senses.length > 0);
  if (spoken.length !== 1 || spoken[0]?.text !== "dead") return undefined;
  return {
    is: "doubt",
    choices: [
      { differs: "starts", draft: sightSeen("starts", "no") },
      ...(machine.parts.some((p) => p.kind === "board") ? [{ differs: "display", draft: sightSeen("display", "no") }] : []),
      { differs: "supply", draft: verdictOn(machine.supply.part, "bad") },
      { differs: "proven", draft: { kind: "made-safe", body: { how: "cord", proved: true } } as const },
    ],
  };
}

/** “new element” and nothing else: fitted, or needed? It asks. */
export function newPart(chunks: readonly Chunk[], machine: Machine): Meaning | undefined {
  const [first] = chunks;
  if (!first || !has(first, "new") || chunks.length > 3) return undefined;
  const nouns = nounsOf(chunks, machine).filter((n) => n.parts.length > 0 || n.assembly !== undefined);
  const [noun] = nouns;
  if (
    !noun ||
    chunks.some((c, i) => i > 0 && !nouns.some((n) => n.at === i) && !c.filler) ||
    tagged(chunks, "isIn", "fit", "need").length > 0
  )
    return undefined;
  const ids = assembliesOf(machine, noun);
  if (ids.length === 0) return undefined;
  return {
    is: "doubt",
    choices: ids.slice(0, 2).flatMap((assembly) => [
      { differs: `fitted ${assembly}`, draft: { kind: "fitted", body: { assembly, action: "replaced" } } as const },
      { differs: `order ${assembly}`, draft: { kind: "wanted", body: { assembly } } as const },
    ]),
  };
}

/** A saying that is only a time, or how warm it was, belongs to the one before: “quits half way, at about 25 minutes”. */
export function timeOf(chunks: readonly Chunk[], reads: readonly Read[]): readonly Meaning[] | undefined {
  const before = reads.at(-1);
  const last = before?.meanings.at(-1);
  if (!before || last?.is !== "entry" || last.draft.kind !== "finding") return undefined;
  const amounts = chunks.filter((c) => c.amount);
  const [one] = amounts;
  if (!one?.amount || amounts.length !== 1 || !chunks.every((c) => c === one || c.filler || c.loose)) return undefined;
  const { body } = last.draft;
  const { unit, value } = one.amount;
  const lead = chunks.slice(0, chunks.indexOf(one)).map((c) => c.text);
  if (unit === "second" && body.kind === "sight" && body.circumstances.secondsIntoRun === undefined) {
    const lasts = lead.some((t) => t === "for");
    const circumstances = { ...body.circumstances, ...(lasts ? { lastedSeconds: value } : { secondsIntoRun: value }) };
    return [...before.meanings.slice(0, -1), { ...last, draft: { ...last.draft, body: { ...body, circumstances } } }];
  }
  if ((unit === "celsius" || unit === "fahrenheit") && body.kind === "ohms" && body.circumstances.partC === undefined)
    return [
      ...before.meanings.slice(0, -1),
      { ...last, draft: { ...last.draft, body: { ...body, circumstances: { ...body.circumstances, partC: value } } } },
    ];
  return undefined;
}
