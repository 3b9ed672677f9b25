import fc from "fast-check";
import { expect, test } from "vitest";
import { vocabularyOf } from "../../src/core/model/naming/vocabulary";
import { entryKind } from "../../src/core/record/job/kinds/index";
import { complete } from "../../src/core/speech/complete";
import { understand } from "../../src/core/speech/understand";
import { entrySays } from "../../src/core/speech/words/entries";
import { jobOf, shipped } from "../job-of";

const machine = shipped("orrinshaw-e27");
const vocabulary = vocabularyOf(machine);
const job = jobOf(machine, ["proved dead"]);
const word = fc.oneof(
  fc.constantFrom(
    ...vocabulary.offers.map((o) => o.text),
    "OL",
    ".3",
    "11.2k",
    "238v",
    "off",
    "on",
    "good",
    "bad",
    "fitted",
    "cleared",
    "to",
    "wires on",
    "?",
    "no",
    "yes",
    ",",
    "and",
  ),
  fc.string({ maxLength: 8 }),
);

const offer = fc.constantFrom(...vocabulary.offers.map((o) => o.text));
const amount = fc.constantFrom("OL", ".3", "11.2k", "10.7 ohm", "off", "good", "bad", "wires on 4");
const line = fc.oneof(
  fc.array(word, { maxLength: 6 }).map((words) => words.join(" ")),
  fc.tuple(offer, fc.option(offer, { nil: "" }), amount).map((parts) => parts.join(" ")),
);

test("any line is either understood as entries that the border takes, or kept with a word of why; nothing throws", () => {
  let understood = 0;
  fc.assert(
    fc.property(line, (text) => {
      const u = understand(text, { machine, job });
      expect(complete(text, vocabulary).length).toBeLessThanOrEqual(6);
      expect(u.says.length).toBeGreaterThan(4);
      if (u.is === "entries") {
        understood++;
        for (const draft of u.drafts) {
          const parsed = entryKind(draft).schema.safeParse(draft.body);
          expect(parsed.success, `${text} → ${JSON.stringify(draft)}`).toBe(true);
          expect(entrySays(machine, draft).length).toBeGreaterThan(3);
        }
      }
    }),
    { numRuns: 2000 },
  );
  expect(understood).toBeGreaterThan(100);
});
