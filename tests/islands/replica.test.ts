import "fake-indexeddb/auto";
import { openDB } from "idb";
import { v7 } from "uuid";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import type { Envelope } from "../../src/core/record/journal/envelope";
import { Replica, type ReplicaState } from "../../src/islands/replica/replica";
import { SAFE, saw } from "../job-of";

const job = v7();
/** Holds what is answered to the entries of one request: by our server, by something else, or by nobody. */
type Answer = (entries: readonly Envelope[]) => Response | "no network";
let answer: Answer;
let sent: Envelope[][];
let seq = 0;

const OURS = { "content-type": "application/json", "x-served-by": "yennic" };
const ours = (body: unknown, status = 200) => new Response(JSON.stringify(body), { status, headers: OURS });
/** Our own server takes all but those whose body holds a word. */
const takes =
  (word?: string): Answer =>
  (entries) => {
    const isBad = (e: Envelope) => word !== undefined && JSON.stringify(e.body).includes(word);
    return ours({
      journal: "j",
      acknowledged: entries.filter((e) => !isBad(e)).map((e) => ({ id: e.id, seq: ++seq })),
      refused: entries.filter(isBad).map((e) => ({ id: e.id, message: "not today" })),
    });
  };

/** Events that somebody tells the page of. */
class Ears {
  static all: Ears[] = [];
  onerror: (() => void) | undefined;
  private readonly on = new Map<string, (event: { data: string }) => void>();
  constructor(readonly url: string) {
    Ears.all.push(this);
  }
  addEventListener(name: string, work: (event: { data: string }) => void): void {
    this.on.set(name, work);
  }
  tell(name: string, data: unknown): void {
    this.on.get(name)?.({ data: JSON.stringify(data) });
  }
  close(): void {}
}

let lacking: string[] = [];
/** Holds what the server has of each job, as it tells it when asked. */
let has: Record<string, { seq: number; entry: Envelope }[]>;

beforeEach(async () => {
  sent = [];
  seq = 100;
  answer = takes();
  lacking = [];
  has = {};
  Ears.all = [];
  vi.stubGlobal("addEventListener", () => undefined);
  vi.stubGlobal("removeEventListener", () => undefined);
  vi.stubGlobal("BroadcastChannel", undefined);
  vi.stubGlobal("navigator", {});
  vi.stubGlobal("EventSource", Ears);
  vi.stubGlobal("fetch", async (path: string, init?: { body?: string }) => {
    const asked = JSON.parse(init?.body ?? "{}") as { entries?: Envelope[] };
    if (path === "/api/copy") return ours({ journal: "j", head: { seq: 100, hash: "h" }, rows: [], machines: [] });
    if (path === "/api/entries/lacking") return ours({ lacking });
    if (path.startsWith("/api/jobs/")) {
      const held = has[path.split(/[/?]/)[3] ?? ""];
      return held ? ours({ job: { id: job, seq: 1 }, entries: held.map((h) => h.entry), seqs: held.map((h) => h.seq) }) : ours({}, 404);
    }
    sent.push(asked.entries ?? []);
    const said = answer(asked.entries ?? []);
    if (said === "no network") throw new TypeError("failed to fetch");
    return said;
  });
  vi.stubGlobal("indexedDB", new IDBFactory());
});
afterEach(async () => {
  for (const box of opened.splice(0)) await box.close();
  vi.unstubAllGlobals();
});
const opened: Replica[] = [];

/** A replica with what it last told. */
function open() {
  const box = new Replica();
  opened.push(box);
  let state: ReplicaState = { pending: [], contact: { heardAt: 0 } };
  box.subscribe((now) => {
    state = now;
  });
  return { box, state: () => state };
}
const eventually = (check: () => void) => vi.waitFor(check, { timeout: 6000, interval: 20 });
const sentPlaces = () => [...new Set(sent.flat().map((e) => JSON.stringify(e.body.place)))];

test("entries are sent in the order in which they were made, and leave the queue when our server has named them", async () => {
  const { box, state } = open();
  await box.add(job, "Tess", [saw("turns", "yes"), saw("warm", "no")]);
  await box.add(job, "Tess", [saw("hums", "no")]);
  await eventually(() => expect(sent.flat().length).toBeGreaterThan(2));
  await eventually(() => expect(state().pending).toEqual([]));
  expect(sentPlaces()).toEqual(['{"sight":"turns"}', '{"sight":"warm"}', '{"sight":"hums"}']);
  expect(sent.flat()[0]).toMatchObject({ stream: { of: "job", id: job }, version: 1, kind: "finding", by: "Tess" });
});

const html = (status: number) => new Response("<html>Sign in to the harbour's guest network</html>", { status });
const WRONG: readonly (readonly [name: string, answer: Answer])[] = [
  ["a page in its place", () => html(200)],
  ["an empty 204", () => new Response(null, { status: 204 })],
  ["JSON that names nobody", () => ours({ ok: true })],
  ["an answer that names others", () => ours({ journal: "j", acknowledged: [{ id: v7(), seq: 1 }], refused: [] })],
  ["a redirect", () => new Response(null, { status: 302, headers: { location: "/sign-in" } })],
  ["401 from a proxy", () => html(401)],
  ["403 from a proxy", () => html(403)],
  ["400 that is not ours", () => new Response(JSON.stringify({ error: { message: "no" } }), { status: 400 })],
  ["413 from a proxy", () => html(413)],
  ["502", () => html(502)],
  ["503 of our own server", () => ours({ error: { message: "the disk is full" } }, 503)],
  ["no answer", () => "no network"],
];
for (const [name, wrong] of WRONG)
  test(`${name} acknowledges nothing and refuses nothing: it is tried again, and arrives once`, async () => {
    answer = wrong;
    const { box, state } = open();
    await box.add(job, "Tess", [saw("turns", "yes")]);
    await eventually(() => expect(state().contact.trouble).toBeTruthy());
    expect(state().pending).toMatchObject([{ entry: { kind: "finding" } }]);
    expect(state().pending[0]?.refused).toBeUndefined();
    answer = takes();
    await eventually(() => expect(state().pending).toEqual([]));
    expect(state().contact.trouble).toBeUndefined();
    expect(new Set(sent.flat().map((e) => e.id)).size).toBe(1);
  });

test("the pauses between tries grow", async () => {
  answer = () => "no network";
  const { box } = open();
  const times: number[] = [];
  const counted = answer;
  answer = (entries) => {
    times.push(performance.now());
    return counted(entries);
  };
  await box.add(job, "Tess", [saw("turns", "yes")]);
  await eventually(() => expect(times.length).toBeGreaterThan(3));
  const gaps = times.slice(-3).map((t, i, all) => (i === 0 ? 0 : t - (all[i - 1] ?? 0)));
  expect(gaps[2]).toBeGreaterThan((gaps[1] ?? 0) * 1.3);
});

test("a refused entry is one entry's own: it stays with its reason, the others go, and it can be sent again or dropped", async () => {
  answer = takes("hums");
  const { box, state } = open();
  await box.add(job, "Tess", [saw("turns", "yes"), saw("hums", "yes"), saw("warm", "no")]);
  await eventually(() => expect(state().pending).toMatchObject([{ refused: "not today" }]));
  const before = sent.length;
  await box.add(v7(), "Tess", [saw("trips", "no")]);
  await eventually(() => expect(sent.slice(before).flat().length).toBe(1));
  expect(sent.slice(before).flat()[0]?.body.place).toEqual({ sight: "trips" });
  answer = takes();
  await box.retry(state().pending[0]?.order ?? 0);
  await eventually(() => expect(state().pending).toEqual([]));
});

test("what an earlier version of the program left in the queue is sent with the envelope of this one", async () => {
  const db = await openDB("yennic", 1, { upgrade: (d) => void d.createObjectStore("outbox", { keyPath: "order", autoIncrement: true }) });
  const old = { id: v7(), job, at: "2026-11-24T10:00:00Z", by: "Ida", kind: "sighting", body: { sight: "turns", value: "yes" } };
  await db.add("outbox", { entry: old });
  db.close();
  const { state } = open();
  await eventually(() => expect(sent.flat().length).toBe(1));
  await eventually(() => expect(state().pending).toEqual([]));
  expect(sent.flat()).toMatchObject([{ id: old.id, stream: { of: "job", id: job }, version: 1, kind: "sighting" }]);
});

test("what was not sent when the page was closed is sent when it opens again; rows that did not change are the same objects", async () => {
  answer = () => "no network";
  const first = open();
  await first.box.add(job, "Tess", [saw("turns", "yes")]);
  await eventually(() => expect(first.state().pending.length).toBe(1));
  const [before] = first.state().pending;
  await first.box.add(job, "Tess", [saw("warm", "no")]);
  expect(first.state().pending[0]).toBe(before);
  answer = takes();
  const again = open();
  await eventually(() => expect(again.state().pending).toEqual([]));
});

test("where the browser's storage fails, entries are held in the page and sent at once, and it is said", async () => {
  vi.stubGlobal("indexedDB", {
    open: () => {
      throw new DOMException("denied", "SecurityError");
    },
  });
  const { box, state } = open();
  await box.add(job, "Tess", [SAFE]);
  expect(state().storage).toContain("can't store anything");
  await eventually(() => expect(sent.flat().length).toBe(1));
  await eventually(() => expect(state().pending).toEqual([]));
});

test("what anybody enters comes in by the events, in the server's order, and what the queue had is not doubled", async () => {
  const { box, state } = open();
  await eventually(() => expect(Ears.all.length).toBe(1));
  expect(Ears.all[0]?.url).toContain("after=100&hash=h");
  const beginning: Envelope = { ...envelope("opened"), body: { customer: "C", place: "P", liveTests: false } };
  has[job] = [{ seq: 101, entry: beginning }];
  const seen: string[][] = [];
  box.subscribeJob(job, (told) => seen.push(told.entries.map((e) => e.kind)));
  await eventually(() => expect(seen.at(-1)).toEqual(["opened"]));
  seq = 103;
  await box.add(job, "Tess", [saw("turns", "yes")]);
  await eventually(() => expect(state().pending).toEqual([]));
  Ears.all[0]?.tell("news", { entries: [{ seq: 102, hash: "i", entry: envelope("energised") }], rows: [] });
  await eventually(() => expect(seen.at(-1)).toEqual(["opened", "energised", "finding"]));
  const own = sent.flat()[0];
  Ears.all[0]?.tell("news", { entries: [{ seq: 104, hash: "k", entry: own }], rows: [] });
  await new Promise((r) => setTimeout(r, 50));
  expect(seen.at(-1)).toEqual(["opened", "energised", "finding"]);
});

test("after the server comes back with an older copy, what it lacks is sent again, in order, before what waits", async () => {
  const { box, state } = open();
  await eventually(() => expect(Ears.all.length).toBe(1));
  await box.add(job, "Tess", [saw("turns", "yes"), saw("warm", "no"), saw("hums", "no")]);
  await eventually(() => expect(state().pending).toEqual([]));
  const ids = sent.flat().map((e) => e.id);
  sent = [];
  lacking = ids.slice(1);
  Ears.all.at(-1)?.tell("older", { seq: 3 });
  await eventually(() => expect(sent.flat().map((e) => e.id)).toEqual(ids.slice(1)));
  await eventually(() => expect(state().pending).toEqual([]));
});

const envelope = (kind: string): Envelope => ({
  id: v7(),
  stream: { of: "job", id: job },
  at: "2026-11-25T10:00:00Z",
  by: "Ida",
  kind,
  version: 1,
  body: {},
});
