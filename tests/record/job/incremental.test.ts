import fc from "fast-check";
import { v7 } from "uuid";
import { expect, test } from "vitest";
import { refOf } from "../../../src/core/model/machine/revision";
import { type Kept, stamp } from "../../../src/core/record/job/entry";
import { type Fold, foldJob, foldOn, startFold } from "../../../src/core/record/job/fold";
import type { Draft } from "../../../src/core/record/job/kinds/index";
import { across, CLOSED, fitted, LIVE, PROOF, panel, SAFE, saw, shipped } from "../../job-of";

const machine = shipped("orrinshaw-e27");
const job = v7();
const find = () => machine;
const kept = (draft: Draft): Kept => ({ readable: true, entry: stamp(job, draft, { id: v7(), at: "2026-11-24T10:00:00Z", by: "T" }) });
const START = [
  kept({ kind: "opened", body: { customer: "C", place: "P", liveTests: false } }),
  kept({ kind: "machine", body: { machine: refOf(machine) } }),
];
const onByOne = (entries: readonly Kept[]): Fold =>
  entries.reduce((fold, _, i) => foldOn(fold, entries.slice(0, i + 1)), startFold(job, find));

const plainDraft = fc.constantFrom<Draft>(
  SAFE,
  LIVE,
  PROOF,
  CLOSED,
  across("cut-off", null),
  across("element", 10.7),
  saw("warm", "no"),
  saw("airflow", "unknown"),
  fitted("cut-off"),
  panel("rear", "off"),
  panel("rear", "on"),
);
/** A draft, or a number: the entry so many back is taken back. */
const act = fc.oneof({ weight: 5, arbitrary: plainDraft }, { weight: 1, arbitrary: fc.nat(9) });

function entriesOf(acts: readonly (Draft | number)[]): Kept[] {
  const entries = [...START];
  for (const a of acts) {
    const target = typeof a === "number" ? entries.at(-1 - (a % entries.length)) : undefined;
    const draft: Draft = typeof a === "number" ? { kind: "retract", body: { entry: target?.readable ? target.entry.id : v7() } } : a;
    entries.push(kept(draft));
  }
  return entries;
}

test("folded on entry by entry, a job is what it is folded at once, with things taken back and put back in between", () => {
  fc.assert(
    fc.property(fc.array(act, { maxLength: 20 }), (acts) => {
      const entries = entriesOf(acts);
      expect(onByOne(entries).job).toEqual(foldJob(job, entries, find));
    }),
    { numRuns: 300 },
  );
});

test("what an entry does not change keeps its reference; nothing new is the same fold; another order is folded anew", () => {
  const entries = entriesOf([SAFE, across("cut-off", null)]);
  const before = onByOne(entries);
  expect(foldOn(before, [...entries])).toBe(before);
  const after = foldOn(before, [...entries, kept(panel("rear", "off"))]);
  expect(after.job.evidence).toBe(before.job.evidence);
  expect(after.job.safety).toBe(before.job.safety);
  expect(after.job.fitted).toBe(before.job.fitted);
  expect(after.job.panelsOff).not.toBe(before.job.panelsOff);
  expect(after.job.record[3]).toBe(before.job.record[3]);
  const [first = START[0], ...rest] = entries;
  const turned = first ? [...rest, first] : rest;
  expect(foldOn(before, turned).job).toEqual(foldJob(job, turned, find));
});
