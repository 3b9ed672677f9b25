import fc from "fast-check";
import { v7 } from "uuid";
import { expect, test } from "vitest";
import { FIRST_KNOWN } from "../../../src/core/model/machine/revision";
import { PLUG_CHECKED } from "../../../src/core/record/job/closing/by-hand";
import { type Kept, stamp } from "../../../src/core/record/job/entry";
import { foldJob } from "../../../src/core/record/job/fold";
import type { Draft } from "../../../src/core/record/job/kinds/index";
import { refusalSays } from "../../../src/core/speech/words/card/refusals";
import { findMachine } from "../../../src/machines";
import { across, CLOSED, fitted, LIVE, ohms, PROOF, panel, SAFE, saw, shipped } from "../../job-of";

const machine = shipped("orrinshaw-e27");
const id = v7();
const entry = (draft: Draft): Kept => ({
  readable: true,
  entry: stamp(id, draft, { id: v7(), at: "2026-11-24T10:00:00.000Z", by: "Tess Trier" }),
});
const idOf = (kept: Kept): string => (kept.readable ? kept.entry.id : "");
const fold = (drafts: readonly Draft[]) => foldJob(id, drafts.map(entry), () => machine);
const refusalOf = (drafts: readonly Draft[]): string => {
  const last = fold(drafts).record.at(-1);
  return last?.status === "refused" ? refusalSays(machine, last.refusal) : (last?.status ?? "");
};

const OPENED: Draft = { kind: "opened", body: { customer: "A", place: "B", liveTests: false } };
const named = (of: string): Draft => ({ kind: "machine", body: { machine: { id: of, revision: FIRST_KNOWN } } });
const COMPLAINT: Draft = { kind: "complaint", body: { words: "no heat", findings: [] } };
const START: Draft[] = [OPENED, named(machine.id), COMPLAINT];
const cutOff = (value: number | null): Draft => across("cut-off", value);

test("no dead test counts before the machine is made safe, and energising voids it", () => {
  expect(refusalOf([...START, cutOff(0.2)])).toContain("Not proved dead");
  expect(refusalOf([...START, SAFE, cutOff(0.2)])).toBe("counts");
  expect(refusalOf([...START, SAFE, LIVE, cutOff(0.2)])).toContain("live circuit");
});

test("taking “made safe” back takes the readings that leaned on it out of account; putting it back brings them back", () => {
  const entries = [...START, SAFE, cutOff(0.2)].map(entry);
  const [, , , safe] = entries;
  const undo = entry({ kind: "retract", body: { entry: safe ? idOf(safe) : "" } });
  expect(foldJob(id, [...entries, undo], () => machine).record[4]?.status).toBe("refused");
  const redo = entry({ kind: "retract", body: { entry: idOf(undo) } });
  expect(foldJob(id, [...entries, undo, redo], () => machine).record[4]?.status).toBe("counts");
});

test("a blown cut-off can't be closed while a cause of it is unexamined", () => {
  const repaired: Draft[] = [...START, SAFE, cutOff(null), fitted("cut-off"), PLUG_CHECKED];
  const cold = fold([...repaired, LIVE, PROOF, CLOSED]);
  expect(cold.closed).toBe(false);
  expect(cold.blockers.map((b) => (b.code === "cause" ? [b.cause.part, b.by] : b.code))).toEqual([
    ["element", "cabinet"],
    ["high-limit", "look"],
    ["element", "across"],
  ]);
  const warmed: Draft = {
    kind: "finding",
    body: { kind: "look", place: { part: "high-limit" }, result: { is: "answer", value: "good" }, circumstances: {} },
  };
  const toCabinet = ohms(["element.1", "CAB"], null, "element");
  const whole = across("element", 10.7);
  expect(fold([...repaired, toCabinet, LIVE, PROOF, CLOSED]).closed).toBe(false);
  expect(fold([...repaired, toCabinet, whole, LIVE, PROOF, CLOSED]).closed).toBe(false);
  expect(fold([...repaired, toCabinet, whole, warmed, LIVE, PROOF, CLOSED]).closed).toBe(true);
  const grounded = ohms(["element.1", "CAB"], 5, "element");
  expect(fold([...repaired, grounded, whole, warmed, LIVE, PROOF, CLOSED]).closed).toBe(false);
});

test("after the gas valve was changed the job can't be closed without a leak test made since", () => {
  const gas: Draft[] = [OPENED, named("kelvane-g14"), COMPLAINT];
  const g14 = (drafts: readonly Draft[]) => foldJob(id, drafts.map(entry), (ref) => findMachine(ref.id));
  const tight = saw("leak", "tight");
  const valve = fitted("gas-valve");
  expect(g14([...gas, tight, SAFE, valve, LIVE, PROOF, CLOSED]).blockers.map((b) => b.code)).toEqual(["leak"]);
  expect(g14([...gas, SAFE, valve, saw("leak", "bubbles"), LIVE, PROOF, CLOSED]).closed).toBe(false);
  expect(g14([...gas, SAFE, valve, tight, LIVE, PROOF, CLOSED]).closed).toBe(true);
});

test("panels off, or a part fitted after the proof, keep the job open", () => {
  const off = panel("rear", "off");
  expect(fold([...START, LIVE, PROOF, off, CLOSED]).closed).toBe(false);
  expect(fold([...START, LIVE, PROOF, CLOSED]).closed).toBe(true);
  expect(fold([...START, LIVE, PROOF, SAFE, fitted("element"), LIVE, CLOSED]).closed).toBe(false);
});

const anyDraft = fc.constantFrom<Draft>(
  SAFE,
  LIVE,
  PROOF,
  CLOSED,
  cutOff(0.2),
  cutOff(null),
  panel("rear", "off"),
  panel("rear", "on"),
  fitted("cut-off"),
);

test("whatever is entered, in any order: no entry is lost, and every reading that counts was taken dead", () => {
  fc.assert(
    fc.property(fc.array(anyDraft, { maxLength: 25 }), (drafts) => {
      const job = fold([...START, ...drafts]);
      expect(job.record.length).toBe(START.length + drafts.length);
      let dead = false;
      for (const line of job.record) {
        if (line.status !== "counts") continue;
        if (line.entry.kind === "made-safe") dead = true;
        if (line.entry.kind === "energised") dead = false;
        if (line.entry.kind === "finding" && line.entry.body.kind === "ohms") expect(dead).toBe(true);
      }
      if (job.closed) expect(job.panelsOff).toEqual([]);
    }),
    { numRuns: 500 },
  );
});
