import { readFileSync } from "node:fs";
import { resolve } from "node:path";
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { item } from "../../src/core/model/array/at";
import type { Machine } from "../../src/core/model/machine/format";
import { gistOf } from "../../src/core/speech/gist";
import { hear } from "../../src/core/speech/hear/hear";
import { shipped } from "../job-of";

const E27 = shipped("orrinshaw-e27");

/** Gives the facts that a line becomes; none where it is asked about or kept as a note. */
function factsIn(line: string, machine: Machine = E27): string[] {
  const heard = hear(line, machine);
  return heard.status === "understood" ? heard.meanings.map((m) => gistOf(m, machine)) : [];
}

describe("what is corrected is replaced, not recorded", () => {
  test.each([
    ["element 107 sorry 10.7", "ohms element 10.7"],
    ["element one oh seven, no wait, ten point seven", "ohms element 10.7"],
    ["element one oh seven sorry OL", "ohms element OL"],
    ["high limit open, no i mean cycling thermostat", "ohms cycling-thermostat OL"],
    ["rear off, or rather top off", "panel top off"],
    ["belt is good, correction: belt is broken", "look belt bad"],
  ])("“%s”", (line, fact) => expect(factsIn(line)).toEqual([fact]));
  test("a correction of which nobody can say what it corrects records nothing of itself", () => {
    expect(factsIn("scratch that the thing with the other one")).toEqual([]);
    expect(factsIn("element open, sorry about the mess 14")).not.toContain("ohms element 14");
  });
});

test.each(["wire 31 off the heater", "lead 7 off the element", "screw 12 off the cutoff", "drill 42 on the element"])(
  "the number in “%s” is a name, and no reading",
  (line) => expect(factsIn(line).filter((f) => f.startsWith("ohms"))).toEqual([]),
);

/** Lines whose meaning is known. */
const LINES = readFileSync(resolve(import.meta.dirname, "lines/muttered.jsonl"), "utf8")
  .trim()
  .split("\n")
  .map((l) => JSON.parse(l) as { machine: string; line: string })
  .filter(({ machine }) => machine === "e27")
  .map(({ line }) => ({ line, facts: factsIn(line) }))
  .filter(({ facts }) => facts.length > 0);

test("a word that nobody knows, put in anywhere, changes no fact in silence", () => {
  fc.assert(
    fc.property(fc.nat(LINES.length - 1), fc.nat(30), (n, place) => {
      const { line, facts } = item(LINES, n);
      const words = line.split(" ");
      const at = place % (words.length + 1);
      const found = factsIn([...words.slice(0, at), "zorblequist", ...words.slice(at)].join(" "));
      expect(facts).toEqual(expect.arrayContaining(found));
    }),
    { seed: Number(process.env.YENNIC_SEED), numRuns: 400 },
  );
});
