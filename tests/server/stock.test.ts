import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { v7 } from "uuid";
import { afterAll, beforeAll, expect, test } from "vitest";
import { refOf } from "../../src/core/model/machine/revision";
import { packBundle, unpackBundle } from "../../src/core/record/bundle/bundle";
import { fileHash } from "../../src/core/record/files/file";
import { stamp } from "../../src/core/record/job/entry";
import type { Draft } from "../../src/core/record/job/kinds/index";
import type { Envelope } from "../../src/core/record/journal/envelope";
import { NEWS_STEPS, type StockDraft, stampStock } from "../../src/core/record/stock/kinds";
import { type Database, openDatabase } from "../../src/server/database";
import { appendEntries, journalOf } from "../../src/server/journal/keep-journal";
import { entriesOf } from "../../src/server/journal/read-journal";
import { takeBundle } from "../../src/server/journal/take-bundle";
import { takeEntries } from "../../src/server/journal/take-entries";
import type { Unpack } from "../../src/server/journal/unpack";
import { findFile } from "../../src/server/kept/files";
import { findJob } from "../../src/server/kept/jobs";
import { tellDue } from "../../src/server/supplier";
import { jobOf, SAFE, shipped } from "../job-of";

const folder = mkdtempSync(join(tmpdir(), "yennic-stock-"));
let db: Database;
const url = (name: string) => `file:${join(folder, `${name}.db`)}`;
beforeAll(async () => {
  db = await openDatabase(url("one"));
});
afterAll(() => {
  db.$client.close();
  rmSync(folder, { recursive: true, force: true });
});

const E27 = shipped("orrinshaw-e27");
const T0 = Date.UTC(2026, 10, 2, 9);
const unpack: Unpack = (zip) => Promise.resolve(unpackBundle(zip));
const day = (n: number) => new Date(T0 + n * 86_400_000);

async function openJob(...acts: Draft[]): Promise<string> {
  const id = v7();
  const first: Draft[] = [
    { kind: "opened", body: { customer: "C", place: "P", liveTests: false } },
    { kind: "machine", body: { machine: refOf(E27) } },
    ...acts,
  ];
  await appendEntries(
    db,
    first.map((draft, i) => stamp(id, draft, { id: v7(), at: new Date(T0 + i * 60_000).toISOString(), by: "Tess" })),
  );
  return id;
}

const enter = async (draft: StockDraft, at: Date): Promise<Envelope> => {
  const entry = stampStock(draft, { id: v7(), at: at.toISOString(), by: "Tess" });
  await appendEntries(db, [entry]);
  return entry;
};

test("the supplier tells each news once, also after a restart; the list says what a job waits for, and what has come brings it to the top", async () => {
  const job = await openJob();
  const order = await enter({ kind: "ordered", body: { item: "QF-1142", count: 1, to: "van-1", job, trial: "well" } }, day(0));
  await tellDue(db, day(0));
  expect((await findJob(db, job))?.waits).toMatch(/^Waiting on blower thermal fuse: confirmed, due /);
  const before = (await findJob(db, job))?.urgency;
  await tellDue(db, day(1));
  db.$client.close();
  db = await openDatabase(url("one"));
  await tellDue(db, day(1));
  expect((await findJob(db, job))?.waits).toMatch(/^Waiting on blower thermal fuse: on its way/);
  await tellDue(db, day(3));
  await tellDue(db, day(3));
  const row = await findJob(db, job);
  expect(row?.waits).toBe("Blower thermal fuse arrived: inspect it");
  expect([before, row?.urgency]).toEqual([0, 3]);
  expect(row?.changedAt).toBe(day(3).toISOString());
  await enter({ kind: "received", body: { order: order.id, round: 1, is: "right", item: "QF-1142", count: 1 } }, day(3));
  expect((await findJob(db, job))?.waits).toBe("Blower thermal fuse is here");
  const { orders, problems } = await journalOf(db).stock.now();
  expect([orders.length, orders[0]?.state, problems]).toEqual([1, "here", []]);
});

test("an order that is taken back is sent no more; the row no longer waits", async () => {
  const job = await openJob();
  const order = await enter({ kind: "ordered", body: { item: "QF-1184", count: 2, to: "shelf", job, trial: "back-ordered" } }, day(0));
  await tellDue(db, day(0));
  await enter({ kind: "order-cancelled", body: { order: order.id } }, day(0));
  await tellDue(db, day(30));
  expect((await journalOf(db).stock.now()).orders.find((o) => o.id === order.id)?.state).toBe("cancelled");
  expect((await findJob(db, job))?.waits).toBe("not started");
});

test("a job's file brought in twice, and where its number is taken", async () => {
  const made = jobOf(E27, ["turns, no heat", SAFE, "rear off", "element OL"]);
  const entries = made.record.flatMap((l): Envelope[] => (l.status === "unreadable" ? [] : [JSON.parse(JSON.stringify(l.entry))]));
  const zip = (number: number) => packBundle({ job: made.id, number, entries, machines: [{ ref: refOf(E27), machine: E27 }], files: [] });
  const taken = (await findJob(db, await openJob()))?.number ?? 0;
  const first = await takeBundle(db, zip(taken), day(1), unpack);
  expect([first.fresh, first.known, first.refused]).toEqual([entries.length, 0, []]);
  expect(first.number).toBeGreaterThan(taken);
  const second = await takeBundle(db, zip(999), day(1), unpack);
  expect([second.fresh, second.known, second.number]).toEqual([0, entries.length, first.number]);
  expect(await entriesOf(db, made.id)).toEqual(entries);
  const empty = await openDatabase(url("two"));
  expect((await takeBundle(empty, zip(777), day(1), unpack)).number).toBe(777);
  empty.$client.close();
  await expect(takeBundle(db, new Uint8Array([80, 75, 3, 4]), day(1), unpack)).rejects.toThrow(/Nothing was written/);
});

test("of a job's file of which no entry can be taken nothing is left behind; a number out of the blue is refused", async () => {
  const made = jobOf(E27, ["turns, no heat"]);
  const entries = made.record.flatMap((l): Envelope[] => (l.status === "unreadable" ? [] : [JSON.parse(JSON.stringify(l.entry))]));
  const bytes = new TextEncoder().encode("t,c\n0,20\n");
  const hash = fileHash(bytes);
  const files = [{ hash, type: "text/csv", bytes } as const];
  const headless = packBundle({ job: made.id, entries: entries.slice(1), machines: [], files });
  await expect(takeBundle(db, headless, day(1), unpack)).rejects.toThrow(/no beginning here. Nothing was written/);
  expect(await findFile(db, hash)).toBeUndefined();
  expect(await findJob(db, made.id)).toBeUndefined();
  const huge = packBundle({ job: made.id, number: 1e15, entries, machines: [], files });
  await expect(takeBundle(db, huge, day(1), unpack)).rejects.toThrow(/number/);
});

test("news of an order come from the supplier alone", async () => {
  const order = await enter({ kind: "ordered", body: { item: "QF-1184", count: 1, to: "shelf" } }, day(0));
  const news = stampStock({ kind: "order-news", body: { order: order.id, round: 1, step: NEWS_STEPS[0] } } as unknown as StockDraft, {
    id: v7(),
    at: day(1).toISOString(),
    by: "Supplier (simulated)",
  });
  const { acknowledged, refused } = await takeEntries(journalOf(db), [JSON.parse(JSON.stringify(news))]);
  expect(acknowledged).toEqual([]);
  expect(refused.map((r) => r.message)).toEqual([expect.stringContaining("supplier alone")]);
});
