import { v7 } from "uuid";
import { expect, test } from "vitest";
import { contradiction } from "../../src/core/diagnosis/contradiction";
import { Predictor } from "../../src/core/diagnosis/predict";
import { benchOf } from "../../src/core/diagnosis/rank";
import { understand } from "../../src/core/entry/understand";
import { vocabularyOf } from "../../src/core/entry/vocabulary";
import type { Draft, Entry } from "../../src/core/job/entry";
import { foldJob } from "../../src/core/job/fold";
import { MACHINES } from "../../src/machines";

const machine = MACHINES[0] as (typeof MACHINES)[number];
const bench = benchOf(new Predictor(machine));
const vocabulary = vocabularyOf(machine);

function clash(...lines: string[]) {
  const entries: Entry[] = [];
  const text = new Map<string, string>();
  const fold = () => foldJob("j", entries, () => machine);
  const add = (draft: Draft, line: string) => {
    const id = v7();
    text.set(id, line);
    entries.push({ id, job: "j", at: "2026-11-24T10:00:00Z", by: "T", ...draft } as Entry);
  };
  add({ kind: "opened", body: { customer: "C", place: "P", liveTests: false } }, "");
  add({ kind: "machine", body: { machine: machine.id } }, "");
  for (const line of lines) {
    const u = understand(line, { machine, vocabulary, job: fold() });
    if (!u.ok || !("drafts" in u)) throw new Error(line);
    for (const d of u.drafts) add(d, line);
  }
  const found = contradiction(bench, fold().evidence);
  return found && { ...found, line: text.get(found.entry) };
}

test("a record that one suspect explains is no contradiction, however rare the suspect", () => {
  expect(clash("turns, starts, no heat", "air strong", "safe", "element OL", "cutoff 0.2")).toBeUndefined();
  expect(clash("turns, starts, no heat", "safe", "selector 0.2", "element OL")).toBeUndefined();
  expect(clash("no start", "safe", "door 0.1", "start OL")).toBeUndefined();
});

test("two readings that no suspect explains together: the one that stands against the rest is to be taken again", () => {
  const found = clash(
    "turns, starts, no heat",
    "air strong",
    "safe",
    "cutoff 0.2",
    "high limit 0.2",
    "cycling 0.2",
    "h3 h5 OL",
    "h3 h5 10.7",
    "h4 h5 10.7",
    "element 10.7",
  );
  expect(found?.line).toBe("h3 h5 OL");
});

test("a sighting against two readings is the one to look at again", () => {
  expect(clash("starts, turns, warm air", "safe", "element OL", "h4 h5 OL")?.line).toBe("starts, turns, warm air");
});
