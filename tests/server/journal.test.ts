import { spawn } from "node:child_process";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join, resolve } from "node:path";
import { createClient } from "@libsql/client";
import { v7 } from "uuid";
import { afterAll, beforeAll, expect, test } from "vitest";
import { FIRST_KNOWN } from "../../src/core/model/machine/revision";
import { type Entry, stamp } from "../../src/core/record/job/entry";
import type { Draft } from "../../src/core/record/job/kinds/index";
import { type Database, openDatabase } from "../../src/server/database";
import { appendEntries, journalOf } from "../../src/server/journal/keep-journal";
import { entriesOf } from "../../src/server/journal/read-journal";
import { findJob, listJobs } from "../../src/server/kept/jobs";
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

test("a refusal is one entry's own: the others of the request, and of the jobs beside it, are taken", async () => {
  const job = v7();
  const stranger = sighting(v7());
  const [first, refused, last] = await appendEntries(db, [opened(job), stranger, sighting(job)]);
  expect(first).toMatchObject({ seq: expect.any(Number) });
  expect(refused).toMatchObject({ id: stranger.id, refused: { status: 404, field: "stream.id" } });
  expect(last).toMatchObject({ seq: expect.any(Number) });
  const [known] = await entriesOf(db, job);
  expect(await appendEntries(db, [{ ...(known as Entry), by: "Somebody else" }])).toMatchObject([
    { refused: { status: 409, field: "id" } },
  ]);
  expect(await entriesOf(db, job)).toHaveLength(2);
});

test("what waits together is committed together, in the order in which it came, and told to who listens", async () => {
  const job = v7();
  const told: string[] = [];
  const stop = journalOf(db).feed.subscribe(({ entries, rows }) => told.push(`${entries.length} entries, ${rows.length} rows`));
  const first = appendEntries(db, [opened(job)]);
  const more = Array.from({ length: 40 }, () => sighting(job));
  const seqs = (await Promise.all([first, ...more.map((e) => appendEntries(db, [e]))])).flat().map((o) => ("seq" in o ? o.seq : 0));
  stop();
  expect(seqs).toEqual(seqs.map((_, i) => (seqs[0] ?? 0) + i));
  expect(told.length).toBeLessThan(4);
  expect((await entriesOf(db, job)).slice(1)).toEqual(more);
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
  const holder = spawn(process.execPath, [resolve(import.meta.dirname, "hold-lock.mjs"), url], {
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
