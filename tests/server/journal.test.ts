import { spawn } from "node:child_process";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join, resolve } from "node:path";
import { createClient } from "@libsql/client";
import { v7 } from "uuid";
import { afterAll, beforeAll, expect, test } from "vitest";
import { type Entry, stamp } from "../../src/core/job/entry";
import type { Draft } from "../../src/core/job/kinds/index";
import { FIRST_KNOWN } from "../../src/core/machine/revision";
import { type Database, openDatabase } from "../../src/server/database";
import { findJob, listJobs } from "../../src/server/jobs";
import { appendEntries, entriesOf } from "../../src/server/journal";
import { saw } from "../job-of";

const folder = mkdtempSync(join(tmpdir(), "yennic-journal-"));
const url = `file:${join(folder, "test.db")}`;
let db: Database;
beforeAll(async () => {
  db = await openDatabase(url);
});
afterAll(() => {
  db.$client.close();
  rmSync(folder, { recursive: true, force: true });
});

const entry = (job: string, draft: Draft): Entry => stamp(job, draft, { id: v7(), at: new Date().toISOString(), by: "Tess Trier" });
const opened = (job: string) => entry(job, { kind: "opened", body: { customer: "C", place: "P", liveTests: false } });
const sighting = (job: string) => entry(job, saw("turns", "yes"));

test("an entry is taken once, however often it is sent, and acknowledged alike", async () => {
  const job = v7();
  const batch = [opened(job), sighting(job)];
  const first = await appendEntries(db, batch);
  expect(await appendEntries(db, batch)).toEqual(first);
  expect(await entriesOf(db, job)).toEqual(batch);
});

test("a batch is written whole or not at all", async () => {
  const job = v7();
  const stranger = sighting(v7());
  await expect(appendEntries(db, [opened(job), stranger])).rejects.toMatchObject({ status: 404, field: "entries.1.stream.id" });
  expect(await findJob(db, job)).toBeUndefined();
  const known = opened(job);
  await appendEntries(db, [known]);
  await expect(appendEntries(db, [sighting(job), { ...known, by: "Somebody else" }])).rejects.toMatchObject({
    status: 409,
    field: "entries.1.id",
  });
  expect(await entriesOf(db, job)).toHaveLength(1);
});

test("the list row changes with the entry", async () => {
  const job = v7();
  await appendEntries(db, [
    opened(job),
    entry(job, { kind: "machine", body: { machine: { id: "orrinshaw-e27", revision: FIRST_KNOWN } } }),
    entry(job, { kind: "made-safe", body: { how: "cord", proved: true } }),
  ]);
  expect(await findJob(db, job)).toMatchObject({ power: "dead", stage: "meter", machine: "orrinshaw-e27" });
  expect((await listJobs(db, { stage: "meter", page: 1 })).jobs.map((j) => j.id)).toContain(job);
});

test("acknowledged means on disk: full syncing is on, and the write-ahead log is in use", async () => {
  const { rows } = await db.$client.execute("PRAGMA synchronous");
  expect(Number(rows[0]?.[0])).toBe(2);
  expect((await db.$client.execute("PRAGMA journal_mode")).rows[0]?.[0]).toBe("wal");
});

test("many writers at once, another process holding the lock in between: every acknowledged entry is there", async () => {
  const job = v7();
  await appendEntries(db, [opened(job)]);
  const holder = spawn(process.execPath, ["--import", "tsx", resolve(import.meta.dirname, "hold-lock.ts"), url], {
    stdio: ["ignore", "pipe", "inherit"],
  });
  await new Promise((r) => holder.stdout.once("data", r));
  const acknowledged: string[] = [];
  let refused = 0;
  const writers = Array.from({ length: 60 }, async (_, i) => {
    await new Promise((r) => setTimeout(r, i * 15));
    const e = sighting(job);
    await appendEntries(db, [e]).then(
      () => acknowledged.push(e.id),
      () => refused++,
    );
  });
  await Promise.all([...writers, new Promise((r) => holder.once("exit", r))]);
  for (let i = 0; i < 5; i++) {
    const e = sighting(job);
    await appendEntries(db, [e]);
    acknowledged.push(e.id);
  }
  expect(acknowledged.length + refused).toBe(65);
  expect(acknowledged.length).toBeGreaterThanOrEqual(5);
  const fresh = createClient({ url });
  const { rows } = await fresh.execute({ sql: "SELECT id FROM entries WHERE stream_id = ? AND kind = 'finding'", args: [job] });
  fresh.close();
  const onDisk = new Set(rows.map((r) => String(r.id)));
  expect(acknowledged.filter((id) => !onDisk.has(id))).toEqual([]);
  expect(onDisk.size).toBe(rows.length);
});
