import fc from "fast-check";
import { v7 } from "uuid";
import { expect, test } from "vitest";
import type { Draft, Entry } from "../../src/core/job/entry";
import { foldJob } from "../../src/core/job/fold";
import { findMachine, MACHINES } from "../../src/machines";

const machine = MACHINES[0] as (typeof MACHINES)[number];
const id = v7();
const entry = (draft: Draft): Entry => ({ id: v7(), job: id, at: "2026-11-24T10:00:00.000Z", by: "Tess Trier", ...draft }) as Entry;
const fold = (drafts: readonly Draft[]) => foldJob(id, drafts.map(entry), () => machine);

const START: Draft[] = [
  { kind: "opened", body: { customer: "A", place: "B", liveTests: false } },
  { kind: "machine", body: { machine: machine.id } },
  { kind: "complaint", body: { words: "turns, no heat", sightings: [{ sight: "warm", value: "no" }] } },
];
const ohms = (value: number | null): Draft => ({
  kind: "reading",
  body: { between: ["cut-off.1", "cut-off.2"], unit: "ohm", value, wiresOff: ["cut-off"], controls: {} },
});
const SAFE: Draft = { kind: "made-safe", body: { how: "cord", proved: true } };
const LIVE: Draft = { kind: "energised", body: {} };
const PROOF: Draft = { kind: "proof", body: { starts: "yes", turns: "yes", warm: "yes", cycles: "yes", airflow: "strong" } };
const CLOSED: Draft = { kind: "closed", body: {} };

test("no dead test counts before the machine is made safe, and energising voids it", () => {
  expect(fold([...START, ohms(0.2)]).record.at(-1)).toMatchObject({
    status: "refused",
    reason: expect.stringContaining("Not proven dead"),
  });
  expect(fold([...START, SAFE, ohms(0.2)]).record.at(-1)?.status).toBe("counts");
  expect(fold([...START, SAFE, LIVE, ohms(0.2)]).record.at(-1)).toMatchObject({
    status: "refused",
    reason: expect.stringContaining("live circuit"),
  });
});

test("taking “made safe” back takes the readings that leaned on it out of account; putting it back brings them back", () => {
  const entries = [...START, SAFE, ohms(0.2)].map(entry);
  const safe = entries[3] as Entry;
  const undo = entry({ kind: "retract", body: { entry: safe.id } });
  expect(foldJob(id, [...entries, undo], () => machine).record[4]?.status).toBe("refused");
  const redo = entry({ kind: "retract", body: { entry: undo.id } });
  expect(foldJob(id, [...entries, undo, redo], () => machine).record[4]?.status).toBe("counts");
});

test("a blown cut-off can't be closed while a cause of it is unexamined", () => {
  const repaired: Draft[] = [...START, SAFE, ohms(null), { kind: "fitted", body: { unit: "cut-off", action: "replaced" } }];
  const cold = fold([...repaired, LIVE, PROOF, CLOSED]);
  expect(cold.closed).toBe(false);
  expect(cold.blockers.map((b) => [b.part, b.by])).toEqual([
    ["element", "cabinet"],
    ["element", "across"],
  ]);
  const toCabinet: Draft = {
    kind: "reading",
    body: { between: ["element.1", "CAB"], unit: "ohm", value: null, wiresOff: ["element"], controls: {} },
  };
  const across: Draft = {
    kind: "reading",
    body: { between: ["element.1", "element.2"], unit: "ohm", value: 10.7, wiresOff: ["element"], controls: {} },
  };
  expect(fold([...repaired, toCabinet, LIVE, PROOF, CLOSED]).closed).toBe(false);
  expect(fold([...repaired, toCabinet, across, LIVE, PROOF, CLOSED]).closed).toBe(true);
  const grounded: Draft = { ...toCabinet, body: { ...toCabinet.body, value: 5 } } as Draft;
  expect(fold([...repaired, grounded, across, LIVE, PROOF, CLOSED]).closed).toBe(false);
});

test("after the gas valve was changed the job can't be closed without a leak test made since", () => {
  const gas: Draft[] = [START[0] as Draft, { kind: "machine", body: { machine: "kelvane-g14" } }, START[2] as Draft];
  const g14 = (drafts: readonly Draft[]) => foldJob(id, drafts.map(entry), findMachine);
  const tight: Draft = { kind: "sighting", body: { sight: "leak", value: "tight" } };
  const valve: Draft = { kind: "fitted", body: { unit: "gas-valve", action: "replaced" } };
  expect(g14([...gas, tight, SAFE, valve, LIVE, PROOF, CLOSED]).blockers.map((b) => b.code)).toEqual(["leak"]);
  expect(g14([...gas, SAFE, valve, { kind: "sighting", body: { sight: "leak", value: "bubbles" } }, LIVE, PROOF, CLOSED]).closed).toBe(
    false,
  );
  expect(g14([...gas, SAFE, valve, tight, LIVE, PROOF, CLOSED]).closed).toBe(true);
});

test("panels off, or a part fitted after the proof, keep the job open", () => {
  const off: Draft = { kind: "panel", body: { panel: "rear", state: "off" } };
  expect(fold([...START, LIVE, PROOF, off, CLOSED]).closed).toBe(false);
  expect(fold([...START, LIVE, PROOF, CLOSED]).closed).toBe(true);
  expect(fold([...START, LIVE, PROOF, SAFE, { kind: "fitted", body: { unit: "element", action: "replaced" } }, LIVE, CLOSED]).closed).toBe(
    false,
  );
});

const anyDraft = fc.constantFrom<Draft>(
  SAFE,
  LIVE,
  PROOF,
  CLOSED,
  ohms(0.2),
  ohms(null),
  { kind: "panel", body: { panel: "rear", state: "off" } },
  { kind: "panel", body: { panel: "rear", state: "on" } },
  { kind: "fitted", body: { unit: "cut-off", action: "replaced" } },
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
        if (line.entry.kind === "reading") expect(dead).toBe(true);
      }
      if (job.closed) expect(job.panelsOff).toEqual([]);
    }),
    { seed: 5, numRuns: 500 },
  );
});
