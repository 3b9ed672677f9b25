import { copyFileSync, mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { asc } from "drizzle-orm";
import { afterAll, beforeAll, expect, test } from "vitest";
import { rank } from "../../../src/core/reason/diagnosis/rank";
import { propose } from "../../../src/core/reason/planning/propose";
import { checkEntry, readKept } from "../../../src/core/record/job/entry";
import { foldJob, type Job } from "../../../src/core/record/job/fold";
import { assembliesFitted } from "../../../src/core/record/job/state";
import type { Envelope } from "../../../src/core/record/journal/envelope";
import { blockerSays } from "../../../src/core/speech/words/card/blockers";
import { stepTitle } from "../../../src/core/speech/words/card/proposals";
import { lineSays } from "../../../src/core/speech/words/entries";
import { type Database, openDatabase } from "../../../src/server/database";
import { jobs } from "../../../src/server/database/schema";
import { appendEntries } from "../../../src/server/journal/keep-journal";
import { entriesOf } from "../../../src/server/journal/read-journal";
import { machineFinder } from "../../../src/server/kept/machines";
import { catalogueOf, suspectsFor } from "../../job-of";
import { fixture } from "../../paths";

/** Holds what the first version made of its own entries, written down by that version beside the database and the entries file. */
interface Meaning {
  readonly id: string;
  readonly number: number;
  readonly machine: string;
  readonly stage: string;
  readonly done: readonly string[];
  readonly closed: boolean;
  readonly waits: string | null;
  readonly power: string;
  readonly liveTests: boolean;
  readonly discharged: readonly string[];
  readonly panelsOff: readonly string[];
  readonly fitted: readonly string[];
  readonly school: { readonly first: string; readonly parts: string; readonly coldCoil: string };
  readonly blockers: readonly string[];
  readonly record: readonly (readonly string[])[];
  readonly suspects: readonly (readonly [string, number])[];
  readonly next: readonly [string, string] | null;
}

const CONDENSER_CHECKS = [
  "plug pin L is not measured to the cabinet",
  "plug pin N is not measured to the cabinet",
  "the cabinet ground is not metered",
];

const written = (name: string) => fixture(`written-by-0.1${name}`);
const meanings: Meaning[] = JSON.parse(readFileSync(written(".meaning.json"), "utf8"));
const lines: unknown[] = readFileSync(written(".jsonl"), "utf8")
  .trim()
  .split("\n")
  .map((l) => JSON.parse(l));

const folder = mkdtempSync(join(tmpdir(), "yennic-first-version-"));
let db: Database;
beforeAll(async () => {
  copyFileSync(written(".db"), join(folder, "yennic.db"));
  db = await openDatabase(`file:${join(folder, "yennic.db")}`);
});
afterAll(() => {
  db.$client.close();
  rmSync(folder, { recursive: true, force: true });
});

/** Gives what this version makes of a job, in the same terms. */
function meaningOf(job: Job): Omit<Meaning, "number" | "waits"> {
  const { machine, machineRef } = job;
  if (!machine || !machineRef) throw new Error("the machine is not found");
  const set = suspectsFor(machine);
  const ranking = rank(set, job.evidence, assembliesFitted(job));
  const proposal = propose(catalogueOf(set), job, ranking);
  return {
    id: job.id,
    machine: machineRef.id,
    stage: job.stage,
    done: job.done,
    closed: job.closed,
    power: job.safety.power,
    liveTests: job.safety.liveTests,
    discharged: job.safety.discharged,
    panelsOff: job.panelsOff,
    fitted: assembliesFitted(job),
    school: job.preference,
    blockers: job.blockers.map((b) => blockerSays(machine, b).says),
    record: job.record.map((line) => {
      const { says, reason } = lineSays(machine, line);
      return reason === undefined ? [line.status, says] : [line.status, says, reason];
    }),
    suspects: ranking.suspects.slice(0, 5).map((s) => [s.hypothesis.id, Number(s.probability.toPrecision(9))]),
    next: proposal ? [proposal.step.kind, stepTitle(machine, proposal.step)] : null,
  };
}

/** Holds what this version asks for that the first did not, by job; all else means the same. */
const STRICTER: Readonly<Record<number, { readonly blockers?: readonly string[] }>> = {
  // A condenser machine has its insulation and earth measured before it closes.
  208: { blockers: [...CONDENSER_CHECKS, "no good test run yet"] },
  // Wires that were moved are read at the plug.
  211: {
    blockers: [
      ...CONDENSER_CHECKS,
      "wires were moved and the plug check isn't done",
      "the last test run did not start, turn and heat normally",
    ],
  },
  // Bubbles come before anything else.
  212: {
    blockers: ["bubbles were seen at a gas joint", "no good test run yet"],
  },
};
const expected = (meaning: Meaning) => comparable({ ...meaning, ...STRICTER[meaning.number] });

/** A record keeps its meaning: what counts, what is refused, how much is open. Its words, how likely what is, and what is done next, are of each version. */
const comparable = ({ number: _, waits: __, record, blockers, next: ___, suspects: ____, ...rest }: Partial<Meaning>) => ({
  ...rest,
  record: record?.map(([status, , reason]) => [status, reason !== undefined]),
  blockers: blockers?.length,
});

/** Where the first version was sure, this one has the same trouble among its likeliest. */
function expectSameTrouble(now: Pick<Meaning, "suspects">, then: Meaning): void {
  const trouble = (id: string) => id.replaceAll(/#[\d.]+/g, "");
  const [sure] = then.suspects.filter(([, share]) => share > 0.6);
  if (sure) expect(now.suspects.map(([id]) => trouble(id))).toContain(trouble(sure[0]));
}

test("the fixtures hold every kind of entry that the first version had", () => {
  const kinds = new Set(lines.map((l) => (l as { kind: string }).kind));
  expect([...kinds].sort()).toEqual([
    "closed",
    "complaint",
    "discharged",
    "energised",
    "fitted",
    "machine",
    "made-safe",
    "measure",
    "opened",
    "panel",
    "proof",
    "reading",
    "retract",
    "setting",
    "sighting",
  ]);
  expect(meanings.length).toBeGreaterThan(10);
});

test.each(meanings)("a database of the first version opens, and job $number means the same", async (meaning) => {
  const entries = await entriesOf(db, meaning.id);
  const now = meaningOf(foldJob(meaning.id, entries.map(readKept), machineFinder(db)));
  expect(comparable(now)).toEqual(expected(meaning));
  expectSameTrouble(now, meaning);
});

test.each(meanings)("an entries file of the first version reads the same: job $number", (meaning) => {
  const mine = lines.filter((l) => (l as { job: string }).job === meaning.id);
  const kept = mine.map((l) => {
    const checked = checkEntry(l);
    if (!checked.ok) throw checked.error;
    return readKept(checked.envelope);
  });
  const now = meaningOf(foldJob(meaning.id, kept, machineFinder(db)));
  expect(comparable(now)).toEqual(expected(meaning));
  expectSameTrouble(now, meaning);
});

test("the list of jobs is as it was, and stays so when more is entered", async () => {
  const rows = await db.select().from(jobs).orderBy(asc(jobs.number)).all();
  expect(rows.map((r) => [r.number, r.stage, r.waits])).toEqual(meanings.map((m) => [m.number, m.stage, m.waits]));
});

test("what a browser of the first version sends again is acknowledged, not written twice", async () => {
  const first = lines.slice(0, 5).map((l): Envelope => {
    const checked = checkEntry(l);
    if (!checked.ok) throw checked.error;
    return checked.envelope;
  });
  expect(await appendEntries(db, first)).toMatchObject([1, 2, 3, 4, 5].map((seq) => ({ seq })));
});
