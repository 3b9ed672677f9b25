import fc from "fast-check";
import { expect, test } from "vitest";
import type { Unit } from "../../src/core/model/quantity/quantity";
import { testsOf } from "../../src/core/reason/planning/tests/tests";
import type { Finding, Question } from "../../src/core/record/finding/finding";
import { findingKind } from "../../src/core/record/finding/finding";
import type { Body, Draft, EntryKind } from "../../src/core/record/job/kinds/index";
import { noteOf } from "../../src/core/record/job/read-note";
import { understand } from "../../src/core/speech/understand";
import { entrySays } from "../../src/core/speech/words/entries";
import { MACHINES } from "../../src/machines";
import { jobOf } from "../job-of";
import { draftsFor } from "./drafts";

/** Kinds whose sentence is a form's, with more in it than it says, or a command; typed back it is what was seen, or a note, and never an act. */
const FORMS: readonly EntryKind[] = ["opened", "machine", "complaint", "closed", "retract"];

test.each(MACHINES.map((m) => [m.id, m] as const))("%s: what the program says of an entry, typed back, is that entry", (_, machine) => {
  const dead = jobOf(machine, ["proved dead"]);
  const discharged = machine.parts.filter((p) => p.kind === "capacitor").map((p) => p.id);
  const open: typeof dead = { ...dead, panelsOff: [], safety: { ...dead.safety, power: "dead", discharged } };
  const live: typeof dead = { ...dead, safety: { power: "live", liveTests: true, discharged } };
  let read = 0;
  for (const draft of draftsFor(machine)) {
    const said = entrySays(machine, draft);
    const back = [open, live]
      .map((job) => understand(said, { machine, job }))
      .map((u) => (u.is === "entries" ? u.drafts : u.is === "blocked" ? u.reading.drafts : []));
    const sentences = back.map((drafts) => drafts.map((d) => entrySays(machine, d)).join(" · "));
    if (FORMS.includes(draft.kind))
      for (const drafts of back)
        expect(
          drafts.every((d) => [draft.kind, "note", "finding"].includes(d.kind)),
          said,
        ).toBe(true);
    else {
      expect(sentences, JSON.stringify(draft)).toContain(said);
      read++;
    }
  }
  expect(read).toBeGreaterThan(300);
});

const VALUES: Partial<Record<Unit, fc.Arbitrary<number>>> = {
  ohm: fc.double({ min: 0.1, max: 4e6, noNaN: true }),
  volt: fc.double({ min: 1, max: 250, noNaN: true }),
  amp: fc.double({ min: 0.1, max: 30, noNaN: true }),
  celsius: fc.double({ min: 10, max: 120, noNaN: true }),
  pascal: fc.double({ min: 1, max: 500, noNaN: true }),
};

/** A room warmer than this is asked about. */
const MOST_ROOM_C = 45;

const valuesOf = ({ place }: Question, unit: Unit): fc.Arbitrary<number> =>
  "stream" in place && place.stream === "room" ? fc.double({ min: 1, max: MOST_ROOM_C, noNaN: true }) : (VALUES[unit] ?? fc.constant(1));

test.each(MACHINES.map((m) => [m.id, m] as const))(
  "%s: readings of every test that it offers come back with what they read",
  (_, machine) => {
    const job = jobOf(machine, []);
    const questions = testsOf(machine).flatMap(({ question }) => {
      const asks = findingKind(question).asks(question, machine);
      return asks && "unit" in asks ? [{ question, unit: asks.unit }] : [];
    });
    fc.assert(
      fc.property(
        fc.constantFrom(...questions).chain(({ question, unit }) => valuesOf(question, unit).map((value) => ({ question, unit, value }))),
        ({ question, unit, value }) => {
          const finding = { ...question, result: { is: "value", value, unit } } as Finding;
          const said = entrySays(machine, { kind: "finding", body: finding });
          const u = understand(said, { machine, job });
          const drafts = u.is === "entries" ? u.drafts : u.is === "blocked" ? u.reading.drafts : [];
          expect(drafts.map((d) => entrySays(machine, d))).toEqual([said]);
        },
      ),
      { numRuns: 300 },
    );
  },
);

test("a note is kept as it was said", () => {
  const body: Body<"note"> = { words: "key is with the neighbour" };
  expect(noteOf(" key is with the neighbour ")).toEqual({ kind: "note", body });
  const [machine] = MACHINES;
  if (!machine) throw new Error("no machine ships");
  const draft: Draft = { kind: "note", body };
  const u = understand(entrySays(machine, draft), { machine, job: jobOf(machine, []) });
  expect(u.is === "entries" && u.drafts).toEqual([draft]);
});
