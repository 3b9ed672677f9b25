import { expect, test } from "vitest";
import { z } from "zod";
import type { PartKind } from "../../src/core/model/machine/format";
import { definePart, type PartDefinition } from "../../src/core/model/machine/parts/definition";
import { fuse } from "../../src/core/model/machine/parts/kinds/fuse";
import { registry } from "../../src/core/model/machine/registry";
import { Predictor } from "../../src/core/model/prediction/predictor";
import { askedSights, SIGHTS, type Sight } from "../../src/core/model/sights/sights";
import { defineFinding, type FindingDefinition, findingFields, valueSchema } from "../../src/core/record/finding/definition";
import type { FindingKind } from "../../src/core/record/finding/finding";
import { type CheckDefinition, defineCheck } from "../../src/core/record/job/checks/definition";
import { asked } from "../../src/core/record/job/checks/found";
import { defineEntry, type EntryDefinition } from "../../src/core/record/job/kinds/definition";
import type { EntryKind } from "../../src/core/record/job/kinds/index";
import { readBody } from "../../src/core/record/journal/upcast";
import type { TestWords } from "../../src/core/speech/words/card/tests";
import { MACHINES } from "../../src/machines";
import { jobOf, shipped } from "../job-of";

/**
 * Tells how a kind is added is told in four recipes; these are their proofs. The type checker reads this file too: where a line is
 * marked as an error, it must be one, so that a field of a kind that could be forgotten would fail the check.
 */

test("an entry kind is one definition: nothing of it can be left out, and it is read, refused, folded and told by it alone", () => {
  const weighed = defineEntry({
    kind: "weighed",
    version: 1,
    stream: "job",
    schema: z.strictObject({ kilograms: z.number().positive() }),
    upcasters: [],
    ofEnergy: false,
    afterClosing: () => false,
    allows: ({ kilograms }, { safety }) => (safety.power === "live" && kilograms > 20 ? { code: "not-dead", power: "live" } : undefined),
    effect: () => ({ everOpen: true }),
    says: ({ kilograms }) => `Weighed: ${kilograms} kg`,
  });
  expect(readBody([weighed], "weighed", 1, { kilograms: 4 })).toMatchObject({ ok: true, body: { kilograms: 4 } });
  expect(readBody([weighed], "weighed", 1, { stones: 4 })).toMatchObject({ ok: false, unread: { code: "invalid" } });
  expect(readBody([weighed], "weighed", 2, {})).toMatchObject({ ok: false, unread: { code: "newer", reads: 1 } });
  const { allows: _, ...rest } = weighed;
  // @ts-expect-error a kind of entry must say whether it is allowed
  const forgotten: EntryDefinition<"weighed", typeof weighed.schema> = rest;
  expect(forgotten).not.toHaveProperty("allows");
});

test("two definitions of one kind are refused, and which kind it is, is said", () => {
  expect(() => registry([fuse, { ...fuse }], "kind")).toThrow("“fuse” is defined twice");
});

test("a later version of a kind needs a way up from the one before, and gets it step by step", () => {
  const schema = z.strictObject({ grams: z.number() });
  const grams = {
    kind: "weighed",
    version: 3,
    schema,
    upcasters: [
      {
        from: { kind: "weight", version: 1 },
        to: 2,
        schema: z.strictObject({ pounds: z.number() }),
        up: (b: unknown) => ({ kilograms: (b as { pounds: number }).pounds / 2 }),
      },
      {
        from: { kind: "weighed", version: 2 },
        to: 3,
        schema: z.strictObject({ kilograms: z.number() }),
        up: (b: unknown) => ({ grams: (b as { kilograms: number }).kilograms * 1000 }),
      },
    ],
  };
  expect(readBody([grams], "weight", 1, { pounds: 4 })).toMatchObject({ ok: true, kind: "weighed", version: 3, body: { grams: 2000 } });
  expect(readBody([grams], "weight", 1, { pounds: "four" })).toMatchObject({ ok: false, unread: { code: "invalid" } });
  expect(readBody([grams], "length", 1, {})).toMatchObject({ ok: false, unread: { code: "unknown-kind" } });
});

test("a finding kind is one definition: its schema, what a model would show, its likelihood, its words", () => {
  const schema = findingFields("noise", "How loud it is.", z.strictObject({ at: z.literal("door") }), valueSchema("watt"));
  const noise = defineFinding({
    kind: "noise",
    schema,
    unknownName: () => undefined,
    power: () => "on",
    touches: () => [],
    asks: () => ({ unit: "watt" }),
    predict: (_, list) => list.map(() => ({ is: "not-to-be-had" })),
    likelihood: () => 1,
    sigma: () => 1,
    says: ({ result }) => `Noise ${result.value}`,
  });
  expect(
    noise.schema.parse({ kind: "noise", place: { at: "door" }, result: { is: "value", value: 2, unit: "watt" } }).circumstances,
  ).toEqual({});
  const { predict: _, ...rest } = noise;
  // @ts-expect-error a kind of finding must say what a model would show
  const forgotten: FindingDefinition<"noise", typeof schema> = rest;
  expect(forgotten).not.toHaveProperty("predict");
});

test("a part kind is one definition: branches, heat, windings, examination, checks, spread, drawing", () => {
  const link = definePart({ ...fuse, kind: "link" });
  expect(link.modes).toBe(fuse.modes);
  const { varied: _, ...rest } = link;
  // @ts-expect-error a kind of part must say what of it varies in a rehearsed machine
  const forgotten: PartDefinition<"link", typeof fuse.schema, "open"> = rest;
  const { examined: __, ...unlooked } = link;
  // @ts-expect-error and how it is examined
  const unexamined: PartDefinition<"link", typeof fuse.schema, "open"> = unlooked;
  expect([forgotten, unexamined]).toHaveLength(2);
});

test("whatever is looked up by a kind must have a place for each: the compiler names the one that is missing", () => {
  type But<K extends string, Missing extends K> = Record<Exclude<K, Missing>, string>;
  const symbols = {} as But<PartKind, "fuse">;
  // @ts-expect-error a kind of part without a symbol
  const allSymbols: Record<PartKind, string> = symbols;
  const examples = {} as But<EntryKind, "closed">;
  // @ts-expect-error a kind of entry without an example
  const allExamples: Record<EntryKind, string> = examples;
  const words = (kind: Exclude<FindingKind, "amps">): TestWords => ({ title: kind, how: "" });
  // @ts-expect-error a kind of finding without words for its test
  const allWords: (kind: FindingKind) => TestWords = words;
  expect([allSymbols, allExamples, allWords]).toHaveLength(3);
});

test("a check is one definition: when it is open, its question, when it can be made, and whether the machine may be run before", () => {
  const feet = defineCheck<"feet", { readonly code: "feet"; readonly wobbles: boolean }>({
    code: "feet",
    open: (_, state) => (state.fitted.length > 0 ? [{ code: "feet", wobbles: true }] : []),
    question: () => asked("turns"),
    when: () => "run",
    stopsRun: ({ wobbles }) => wobbles,
    isDanger: () => false,
    id: () => "feet",
    says: () => "it wobbles",
    right: () => "All four on the floor.",
  });
  const e27 = shipped("orrinshaw-e27");
  expect(feet.open(e27, jobOf(e27, ["proved dead", "fitted element"]))).toEqual([{ code: "feet", wobbles: true }]);
  const { when: _, ...rest } = feet;
  // @ts-expect-error a check must say when it can be made
  const forgotten: CheckDefinition<"feet", { readonly code: "feet"; readonly wobbles: boolean }> = rest;
  expect(forgotten).not.toHaveProperty("when");
});

test("a sight is one row with what the run shows of it; what is asked for, a good machine shows", () => {
  const { share: _, ...rest } = SIGHTS[0];
  // @ts-expect-error a sight must say what the run shows of it
  const forgotten: Sight = rest;
  expect(forgotten).not.toHaveProperty("share");
  for (const machine of MACHINES) {
    const predictor = new Predictor(machine);
    const silent = askedSights(machine).filter((s) => !predictor.sightShares([], s.long ?? false)[s.id]);
    expect(
      silent.map((s) => s.id),
      machine.id,
    ).toEqual([]);
  }
});
