import fc from "fast-check";
import { v7 } from "uuid";
import { expect, test } from "vitest";
import { refOf } from "../../../src/core/model/machine/revision";
import { checkEntry, firstIssue, type Kept, readKept, stamp } from "../../../src/core/record/job/entry";
import { foldJob } from "../../../src/core/record/job/fold";
import type { Draft } from "../../../src/core/record/job/kinds/index";
import { type Envelope, readEnvelope } from "../../../src/core/record/journal/envelope";
import { lineSays } from "../../../src/core/speech/words/entries";
import { across, CLOSED, fitted, LIVE, PROOF, panel, SAFE, saw, shipped } from "../../job-of";

const machine = shipped("orrinshaw-e27");
const job = v7();
const START: Draft[] = [
  { kind: "opened", body: { customer: "C", place: "P", liveTests: false } },
  { kind: "machine", body: { machine: refOf(machine) } },
  { kind: "complaint", body: { words: "no heat", findings: [] } },
];
const made = () => ({ id: v7(), at: "2026-11-24T10:00:00Z", by: "T" });
const kept = (draft: Draft): Kept => ({ readable: true, entry: stamp(job, draft, made()) });
const fold = (entries: readonly Kept[]) => foldJob(job, entries, () => machine);

const envelope = (change: Partial<Envelope>): Envelope => ({
  ...made(),
  stream: { of: "job", id: job },
  kind: "energised",
  version: 1,
  body: {},
  ...change,
});
/** Holds what this version can't read: of a kind it does not know, of a newer version, or with a body of another shape. */
const unreadable = fc
  .constantFrom<Partial<Envelope>>(
    { kind: "x-ray", body: { film: "blue" } },
    { kind: "energised", version: 9, body: { volts: 400 } },
    { kind: "made-safe", version: 1, body: { how: "by magic" } },
    { kind: "retract", version: 7, body: { entry: "everything" } },
  )
  .map((change) => readKept(envelope(change)));

const anyDraft = fc.constantFrom<Draft>(
  SAFE,
  LIVE,
  PROOF,
  CLOSED,
  across("cut-off", null),
  saw("warm", "no"),
  fitted("cut-off"),
  panel("rear", "off"),
);

test("wherever entries stand that can't be read: they are kept, and everything else means what it meant without them", () => {
  fc.assert(
    fc.property(
      fc.array(anyDraft, { maxLength: 12 }),
      fc.array(fc.tuple(fc.nat(20), unreadable), { maxLength: 4 }),
      (drafts, strangers) => {
        const known = [...START, ...drafts].map(kept);
        const mixed = [...known];
        for (const [at, stranger] of strangers) mixed.splice(at % (mixed.length + 1), 0, stranger);
        const [{ record: without, ...plain }, { record: withThem, ...mixedState }] = [fold(known), fold(mixed)];
        expect(mixedState).toEqual(plain);
        expect(withThem.filter((l) => l.status !== "unreadable")).toEqual(without);
        expect(withThem.length).toBe(without.length + strangers.length);
      },
    ),
    { numRuns: 300 },
  );
});

test("each is shown as what it is", () => {
  const says = (change: Partial<Envelope>) => lineSays(machine, fold([readKept(envelope(change))]).record.at(-1) ?? never()).says;
  expect(says({ kind: "x-ray" })).toMatchInlineSnapshot(
    `"“x-ray”: a kind of entry that this program does not know. Kept as it is; it counts for nothing here."`,
  );
  expect(says({ version: 9 })).toMatchInlineSnapshot(
    `"“energised” in version 9, which is newer than this program (it reads 1). Kept as it is; it counts for nothing here."`,
  );
  expect(says({ kind: "made-safe", body: { how: "by magic", proved: true } })).toMatchInlineSnapshot(
    `"“made-safe” that can't be read (how: Invalid option: expected one of "cord"|"breaker"). Kept as it is; it counts for nothing."`,
  );
  expect(says({ stream: { of: "place", id: "van-1" } })).toMatchInlineSnapshot(
    `"“energised” that can't be read (stream.of: is “place”; “energised” is about a job). Kept as it is; it counts for nothing."`,
  );
});

const never = (): never => {
  throw new Error("no line");
};

test("the border lets through what is newer or unknown, and refuses what is wrong in what it knows, naming the field", () => {
  const verdict = (data: unknown) => {
    const checked = checkEntry(data);
    return checked.ok ? "taken" : firstIssue(checked.error, ["entries", 0]).message;
  };
  expect(verdict(envelope({ kind: "x-ray", body: { film: [1, 2] } }))).toBe("taken");
  expect(verdict(envelope({ version: 9, body: { anything: true } }))).toBe("taken");
  expect(verdict(envelope({ stream: { of: "person", id: "ida" }, kind: "memo" }))).toBe("taken");
  expect(verdict(envelope({ kind: "made-safe" }))).toMatchInlineSnapshot(
    `"entries.0.body.how: Invalid option: expected one of "cord"|"breaker""`,
  );
  expect(verdict(envelope({ kind: "discharged", body: { part: "capacitor", colour: "red" } }))).toMatchInlineSnapshot(
    `"entries.0.body: Unrecognized key: "colour""`,
  );
  expect(verdict(envelope({ stream: { of: "place", id: "van-1" } }))).toMatchInlineSnapshot(
    `"entries.0.stream.of: is “place”; “energised” is about a job"`,
  );
  expect(verdict(envelope({ stream: { of: "stock", id: "van-1" } }))).toMatchInlineSnapshot(
    `"entries.0.stream.id: there is one stock, “shop”"`,
  );
  const counted = { stream: { of: "stock" as const, id: "shop" }, kind: "counted", body: { item: "QF-1", place: "attic", count: 1 } };
  expect(verdict(envelope(counted))).toMatchInlineSnapshot(
    `"entries.0.body.place: Invalid option: expected one of "van-1"|"van-2"|"shelf""`,
  );
  expect(verdict({ ...envelope({}), id: "7" })).toMatchInlineSnapshot(`"entries.0.id: Invalid UUID"`);
  expect(verdict({ ...envelope({}), admin: true })).toMatchInlineSnapshot(`"entries.0: Unrecognized key: "admin""`);
  expect(verdict({ job, kind: "energised" })).toMatchInlineSnapshot(`"entries.0.id: Invalid input: expected string, received undefined"`);
  expect(verdict(null)).toMatchInlineSnapshot(`"entries.0: Invalid input: expected object, received null"`);
});

test("an envelope that was read reads the same again, and one of the first version becomes one of this", () => {
  const first = { ...made(), job, kind: "sighting", body: { sight: "turns", value: "yes" } };
  const read = readEnvelope(first);
  expect(read).toMatchObject({ ok: true, envelope: { stream: { of: "job", id: job }, version: 1, kind: "sighting", body: first.body } });
  if (read.ok) expect(readEnvelope(read.envelope)).toEqual(read);
});
