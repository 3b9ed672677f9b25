import "fake-indexeddb/auto";
import { openDB } from "idb";
import { v7 } from "uuid";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import type { Envelope } from "../../src/core/journal/envelope";
import { Outbox, type OutboxState } from "../../src/islands/journal/outbox";
import { saw } from "../job-of";

const job = v7();
/** What the server is to answer to the entries of one request. */
type Answer = (entries: readonly Envelope[]) => { status: number; message?: string } | "no network";
let answer: Answer;
let sent: Envelope[][];

beforeEach(async () => {
  sent = [];
  answer = () => ({ status: 200 });
  vi.stubGlobal("addEventListener", () => undefined);
  vi.stubGlobal("BroadcastChannel", undefined);
  vi.stubGlobal("navigator", {});
  vi.stubGlobal("fetch", async (_: string, { body }: { body: string }) => {
    const { entries } = JSON.parse(body) as { entries: Envelope[] };
    sent.push(entries);
    const said = answer(entries);
    if (said === "no network") throw new TypeError("failed to fetch");
    return new Response(JSON.stringify({ error: { message: said.message } }), { status: said.status });
  });
  const db = await openDB("yennic", 1, { upgrade: (d) => void d.createObjectStore("outbox", { keyPath: "order", autoIncrement: true }) });
  await db.clear("outbox");
  db.close();
});
afterEach(() => {
  vi.unstubAllGlobals();
});

/** An outbox with what it last told, and what the server acknowledged. */
function open() {
  const box = new Outbox();
  const acknowledged: string[] = [];
  let state: OutboxState = { pending: [], reached: true };
  box.subscribe((now, taken) => {
    state = now;
    acknowledged.push(...taken.map((e) => e.id));
  });
  return { box, acknowledged, state: () => state };
}
const eventually = (check: () => void) => vi.waitFor(check, { timeout: 4000, interval: 20 });

test("entries are sent in the order in which they were made, and leave the box when the server has them", async () => {
  const { box, acknowledged, state } = open();
  await box.add(job, "Tess", [saw("turns", "yes"), saw("warm", "no")]);
  await box.add(job, "Tess", [saw("hums", "no")]);
  await eventually(() => expect(acknowledged.length).toBe(3));
  expect(state()).toEqual({ pending: [], reached: true });
  const places = sent.flat().map((e) => JSON.stringify(e.body.place));
  expect([...new Set(places)]).toEqual(['{"sight":"turns"}', '{"sight":"warm"}', '{"sight":"hums"}']);
  expect(sent.flat()[0]).toMatchObject({ stream: { of: "job", id: job }, version: 1, kind: "finding", by: "Tess" });
});

test("without a network they wait and are tried again; nothing is lost and nothing doubled", async () => {
  answer = () => "no network";
  const { box, acknowledged, state } = open();
  await box.add(job, "Tess", [saw("turns", "yes")]);
  await eventually(() => expect(state()).toMatchObject({ reached: false, pending: [{ entry: { kind: "finding" } }] }));
  answer = () => ({ status: 200 });
  await eventually(() => expect(acknowledged.length).toBe(1));
  expect(state()).toEqual({ pending: [], reached: true });
});

test("a failing server is no refusal", async () => {
  answer = () => ({ status: 503 });
  const { box, state } = open();
  await box.add(job, "Tess", [saw("turns", "yes")]);
  await eventually(() => expect(state().reached).toBe(false));
  expect(state().pending[0]?.refused).toBeUndefined();
});

test("a refused entry is one entry's own: it stays with its reason, the others go", async () => {
  answer = (entries) =>
    entries.some((e) => JSON.stringify(e.body).includes("hums")) ? { status: 400, message: "not today" } : { status: 200 };
  const { box, acknowledged, state } = open();
  await box.add(job, "Tess", [saw("turns", "yes"), saw("hums", "yes"), saw("warm", "no")]);
  await eventually(() => expect(acknowledged.length).toBe(2));
  await eventually(() => expect(state().pending).toMatchObject([{ refused: "not today" }]));
  const sending = sent.length;
  await box.add(job, "Tess", [saw("trips", "no")]);
  await eventually(() => expect(acknowledged.length).toBe(3));
  expect(
    sent
      .slice(sending)
      .flat()
      .map((e) => JSON.stringify(e.body.place)),
  ).toEqual(['{"sight":"trips"}']);
  await box.discard(state().pending[0]?.order ?? 0);
  expect(state().pending).toEqual([]);
});

test("what an earlier version of the program left in the box is sent with the envelope of this one", async () => {
  const db = await openDB("yennic", 1);
  const old = { id: v7(), job, at: "2026-11-24T10:00:00Z", by: "Ida", kind: "sighting", body: { sight: "turns", value: "yes" } };
  await db.add("outbox", { entry: old });
  db.close();
  const { acknowledged } = open();
  await eventually(() => expect(acknowledged).toEqual([old.id]));
  expect(sent.flat()).toMatchObject([{ id: old.id, stream: { of: "job", id: job }, version: 1, kind: "sighting" }]);
});

test("what was not sent when the page was closed is sent when it opens again", async () => {
  answer = () => "no network";
  const first = open();
  await first.box.add(job, "Tess", [saw("turns", "yes")]);
  await eventually(() => expect(first.state().reached).toBe(false));
  answer = () => ({ status: 200 });
  const again = open();
  await eventually(() => expect(again.acknowledged.length).toBe(1));
});

test("rows that did not change are the same objects as before, so that nobody folds them again", async () => {
  answer = () => "no network";
  const { box, state } = open();
  await box.add(job, "Tess", [saw("turns", "yes")]);
  await eventually(() => expect(state().pending.length).toBe(1));
  const [before] = state().pending;
  await box.add(job, "Tess", [saw("warm", "no")]);
  expect(state().pending[0]).toBe(before);
});
