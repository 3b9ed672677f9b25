import fc from "fast-check";
import { expect, test } from "vitest";
import { countOf, grown, looksAt, ohmsAt, sightings } from "../../../src/core/record/job/evidence";
import type { Evidence } from "../../../src/core/record/job/state";

const finding = fc.oneof(
  fc
    .constantFrom("turns", "warm")
    .map((sight) => ({ kind: "sight", place: { sight }, result: { is: "answer", value: "yes" }, circumstances: {} })),
  fc
    .constantFrom("belt", "element")
    .map((part) => ({ kind: "look", place: { part }, result: { is: "answer", value: "good" }, circumstances: {} })),
  fc
    .tuple(fc.constantFrom("H1", "H2"), fc.constantFrom("H3", "CAB"))
    .map((between) => ({ kind: "ohms", place: { between }, result: { is: "OL" }, circumstances: {} })),
);
const evidence = finding.map((f): Evidence => ({ entry: "e", source: "technician", finding: f as Evidence["finding"], fitted: [] }));

/** Gives what is asked of the evidence, found by looking through all of it. */
const plainly = (all: readonly Evidence[]) => ({
  turns: all.flatMap((e, at) => (e.finding.kind === "sight" && e.finding.place.sight === "turns" ? [at] : [])),
  belt: all.flatMap((e, at) => (e.finding.kind === "look" && e.finding.place.part === "belt" ? [at] : [])),
  cabinet: all.flatMap((e, at) => (e.finding.kind === "ohms" && e.finding.place.between.includes("CAB") ? [at] : [])),
  ohms: all.filter((e) => e.finding.kind === "ohms").length,
});
const sorted = (all: readonly Evidence[]) => ({
  turns: sightings({ evidence: all }, "turns").map((p) => p.at),
  belt: looksAt({ evidence: all }, "belt").map((p) => p.at),
  cabinet: ohmsAt({ evidence: all }, "CAB").map((p) => p.at),
  ohms: countOf({ evidence: all }, "ohms"),
});

test("handed on from entry to entry, forked, asked late or again: what is sorted is what is there", () => {
  const step = fc.record({ more: fc.array(evidence, { maxLength: 3 }), ask: fc.boolean(), from: fc.nat() });
  fc.assert(
    fc.property(fc.array(step, { maxLength: 40 }), (steps) => {
      const known: (readonly Evidence[])[] = [[]];
      for (const { more, ask, from } of steps) {
        const base = known[known.length - 1 - (from % Math.min(3, known.length))] ?? [];
        const next = grown(base, more);
        known.push(next);
        if (ask) expect(sorted(next)).toEqual(plainly(next));
        if (ask && from % 2 === 0) expect(sorted(base)).toEqual(plainly(base));
      }
      for (const all of known) expect(sorted(all)).toEqual(plainly(all));
    }),
    { numRuns: 300 },
  );
});
