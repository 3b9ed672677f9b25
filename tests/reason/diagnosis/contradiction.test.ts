import { expect, test } from "vitest";
import { contradiction } from "../../../src/core/reason/diagnosis/contradiction";
import { stampOfLine } from "../../../src/core/record/job/fold";
import { lineSays } from "../../../src/core/speech/words/entries";
import { jobOf, shipped, suspectsFor } from "../../job-of";

const machine = shipped("orrinshaw-e27");

/** The entry to retake, as the record says it; undefined when there is no contradiction. */
function clash(...lines: string[]): string | undefined {
  const job = jobOf(machine, lines);
  const clashing = contradiction(suspectsFor(machine), job);
  const line = job.record.find((l) => stampOfLine(l).id === clashing?.entry);
  return line && lineSays(machine, line).says;
}

test("a record that one suspect explains is no contradiction, however rare the suspect", () => {
  expect(clash("turns, starts, no heat", "air strong", "proved dead", "element OL", "cutoff 0.2")).toBeUndefined();
  expect(clash("turns, starts, no heat", "proved dead", "selector 0.2", "element OL")).toBeUndefined();
  expect(clash("no start", "proved dead", "door 0.1", "start switch OL")).toBeUndefined();
});

test("two readings that no suspect explains together: the one that stands against the rest is to be taken again, until it was", () => {
  const first = ["turns, starts, no heat", "air strong", "proved dead", "element OL", "h3 h5 10.7", "h4 h5 10.7"];
  expect(clash(...first)).toBe("Heating element, wires off: OL");
  expect(clash(...first, "element 10.7")).toBeUndefined();
});

test("a sighting against two readings is the one to look at again", () => {
  expect(clash("starts, turns, warm air", "proved dead", "element OL", "h4 h5 OL")).toBe("Warm air");
});

test("what was taken again already is not asked for a third time, whether it came out so or otherwise", () => {
  for (const second of ["element OL", "element 10.7"])
    expect(clash("turns, no heat", "proved dead", "element OL", "h3 h5 10.9", second) ?? "", second).not.toContain("element");
});

test("what was found before a repair is not asked for again: the machine is another one since", () => {
  const first = ["turns, starts, no heat", "air strong", "proved dead", "element OL", "h3 h5 10.7", "h4 h5 10.7"];
  expect(clash(...first)).toBeDefined();
  expect(clash(...first, "fitted element")).toBeUndefined();
});
