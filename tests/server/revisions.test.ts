import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { v7 } from "uuid";
import { afterAll, beforeAll, expect, test } from "vitest";
import { TypedJob } from "../../cli/typed-job";
import type { Machine } from "../../src/core/model/machine/format";
import { parseMachine } from "../../src/core/model/machine/read";
import { refOf } from "../../src/core/model/machine/revision";
import { readKept } from "../../src/core/record/job/entry";
import { foldJob } from "../../src/core/record/job/fold";
import { lineSays } from "../../src/core/speech/words/entries";
import { SHIPPED } from "../../src/machines";
import { type Database, openDatabase } from "../../src/server/database";
import { machineRevisions } from "../../src/server/database/schema";
import { appendEntries } from "../../src/server/journal/keep-journal";
import { entriesOf } from "../../src/server/journal/read-journal";
import { keepMachines, machineFile, machineFinder, machinesOf } from "../../src/server/kept/machines";
import { shipped } from "../job-of";

const folder = mkdtempSync(join(tmpdir(), "yennic-revisions-"));
const url = `file:${join(folder, "test.db")}`;
let db: Database;
beforeAll(async () => {
  db = await openDatabase(url);
});
afterAll(() => {
  db.$client.close();
  rmSync(folder, { recursive: true, force: true });
});

/** The same machine on a newer sheet, on which the net H4 is called X4. */
function renamed(machine: Machine): Machine {
  return parseMachine(JSON.parse(JSON.stringify(machine).replaceAll('"H4"', '"X4"')));
}
const folded = async (job: string) => foldJob(job, (await entriesOf(db, job)).map(readKept), machineFinder(db));
const told = async (job: string) => {
  const state = await folded(job);
  return state.record.map((l) => [l.status, lineSays(state.machine, l).says]);
};

test("all that ship are kept when a database is opened, and opening it again keeps no more", async () => {
  const count = async () => (await db.select().from(machineRevisions).all()).length;
  expect(await count()).toBe(SHIPPED.length);
  (await openDatabase(url)).$client.close();
  expect(await count()).toBe(SHIPPED.length);
});

test("renaming a net in a new revision changes no record that was made on the old one", async () => {
  const old = shipped("orrinshaw-e27");
  const typed = new TypedJob(old).type("proved dead", "rear off", "h3 h4 0.2", "element OL");
  const job = typed.entries[0]?.stream.id ?? "";
  await appendEntries(db, typed.entries);
  const before = await told(job);
  expect(before).toContainEqual(["counts", "H3 to H4, wires on: 0.2 Ω"]);

  const next = renamed(old);
  expect(refOf(next).revision).not.toBe(refOf(old).revision);
  await keepMachines(db, [{ ref: refOf(next), machine: next }]);
  expect(await told(job)).toEqual(before);
  expect(machinesOf(db, await folded(job)).map((m) => m.ref)).toEqual([refOf(old)]);

  const later = new TypedJob(next).type("proved dead", "rear off", "h3 x4 0.2");
  const other = later.entries[0]?.stream.id ?? "";
  await appendEntries(db, later.entries);
  expect(await told(other)).toContainEqual(["counts", "H3 to X4, wires on: 0.2 Ω"]);
  expect(await told(job)).toEqual(before);
});

test("the new sheet's own names are refused on a job of the old one", async () => {
  const next = renamed(shipped("orrinshaw-e27"));
  const typed = new TypedJob(next).type("proved dead", "h3 x4 0.2");
  const entries = typed.entries.map((e) => (e.kind === "machine" ? { ...e, body: { machine: refOf(shipped("orrinshaw-e27")) } } : e));
  await appendEntries(db, entries);
  expect((await told(entries[0]?.stream.id ?? "")).at(-1)?.[0]).toBe("refused");
});

test("a job on a revision that is not kept here keeps its entries, and says so by having no machine", async () => {
  const typed = new TypedJob({ ...shipped("kelvane-c7"), model: "C7, a sheet from elsewhere" });
  const job = typed.entries[0]?.stream.id ?? "";
  await appendEntries(db, typed.entries);
  const state = foldJob(job, (await entriesOf(db, job)).map(readKept), machineFinder(db));
  expect(state.machineRef?.id).toBe("kelvane-c7");
  expect(state.machine).toBeUndefined();
  expect(state.blockers).toEqual([{ code: "machine" }]);
  expect(machinesOf(db, state)).toBe(SHIPPED);
});

test("the file of a revision is had as it was kept; of another, nothing", async () => {
  const ref = refOf(shipped("kelvane-g14"));
  expect(await machineFile(db, ref)).toEqual(JSON.parse(JSON.stringify(shipped("kelvane-g14"))));
  expect(await machineFile(db, { ...ref, revision: "0123456789abcdef" })).toBeUndefined();
});

test("an entry that this version can't read is kept as it was written, and the job goes on", async () => {
  const typed = new TypedJob(shipped("orrinshaw-e27")).type("proved dead");
  const job = typed.entries[0]?.stream.id ?? "";
  await appendEntries(db, typed.entries);
  const strange = {
    id: v7(),
    stream: { of: "job", id: job },
    at: "2026-11-24T10:00:00Z",
    by: "T",
    kind: "x-ray",
    version: 4,
    body: { film: ["blue"] },
  } as const;
  const [acknowledged] = await appendEntries(db, [strange]);
  expect(acknowledged?.id).toBe(strange.id);
  expect((await entriesOf(db, job)).at(-1)).toEqual(strange);
  expect((await told(job)).at(-1)?.[0]).toBe("unreadable");
  const after = typed.add({ kind: "energised", body: {} });
  await appendEntries(db, [after]);
  expect((await told(job)).at(-1)).toEqual(["counts", "Power on: the machine is LIVE"]);
});
