import fc from "fast-check";
import { expect, test } from "vitest";
import { Typeset } from "../../src/report/typeset";
import { fonts } from "./fonts";

const set = new Typeset(fonts);
const word = fc.string({ unit: "binary", minLength: 1, maxLength: 30 }).map((w) => w.replace(/\s/g, "x"));
const said = fc.array(word, { minLength: 1, maxLength: 25 }).map((w) => w.join(" "));

test("no line is wider than its column, and no letter is lost, whatever is said", () => {
  fc.assert(
    fc.property(said, fc.integer({ min: 40, max: 400 }), fc.constantFrom("plain" as const, "bold" as const), (text, width, font) => {
      const lines = set.lines(text, font, 10, width);
      for (const line of lines) expect(line.width).toBeLessThanOrEqual(width + 0.01);
      const letters = lines.flatMap((l) => l.runs.flatMap((r) => [...r.text])).filter((c) => c !== " ");
      expect(letters.length).toBe([...text].filter((c) => c !== " ").length);
    }),
    { numRuns: 150 },
  );
});

test("each letter comes from a font that has it; what none has is a box", () => {
  const [line] = set.lines("10.7 Ω ✓ 漢", "bold", 12, 400);
  expect(line?.runs.map((r) => [r.font, r.text])).toEqual([
    ["bold", "10.7 "],
    ["signs", "Ω"],
    ["bold", " "],
    ["signs", "✓"],
    ["bold", " "],
    ["signs", "□"],
  ]);
});

test("lines end where they are told to", () => {
  expect(set.lines("one\ntwo three", "plain", 10, 400).map((l) => l.runs.map((r) => r.text).join(""))).toEqual(["one", "two three"]);
});
