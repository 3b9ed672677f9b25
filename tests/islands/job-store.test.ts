import { v7 } from "uuid";
import { expect, test } from "vitest";
import { TypedJob } from "../../cli/typed-job";
import { readKept, stamp } from "../../src/core/record/job/entry";
import { foldJob } from "../../src/core/record/job/fold";
import type { Draft } from "../../src/core/record/job/kinds/index";
import { lastStanding } from "../../src/core/record/job/last-standing";
import { shownOf, withMachine } from "../../src/core/record/job/shown";
import type { Envelope } from "../../src/core/record/journal/envelope";
import type { ToldJob } from "../../src/islands/replica/job-feed";
import type { Pending } from "../../src/islands/replica/queue";
import { merged, type ReplicaState } from "../../src/islands/replica/replica";
import { type EntryBox, JobStore } from "../../src/islands/store/job-store";
import { across, SAFE, saw, shipped } from "../job-of";

const machine = shipped("orrinshaw-e27");

/** A replica that does as it is told, and an engine that only counts. */
function world(lines: readonly string[] = [], shown = false, enough = false) {
  const typed = new TypedJob(machine).type(...lines);
  const job = typed.entries[0]?.stream.id ?? "";
  const counts = { fold: 0, question: 0, place: 0, told: 0, entered: 0, kept: 0 };
  let known: readonly Envelope[] = typed.entries;
  const time = { now: "2026-11-24T10:00:00Z", tick: () => {} };
  let pending: readonly Pending[] = [];
  let order = 0;
  let hear: (state: ReplicaState) => void = () => undefined;
  let told: (job: ToldJob) => void = () => undefined;
  let contact: ReplicaState["contact"] = { heardAt: Date.parse("2026-11-24T10:00:00Z") };
  const state = (): ReplicaState => ({ pending, contact });
  const tell = () => told({ entries: known, whole: known[0]?.kind === "opened" });
  const box: EntryBox = {
    subscribe: (listener) => {
      hear = listener;
      listener(state());
      return () => undefined;
    },
    subscribeJob: (_, listener) => {
      told = listener;
      return () => undefined;
    },
    add: async (id, by, drafts) => {
      const entries = drafts.map((d) => stamp(id, d, { id: v7(), at: "2026-11-24T10:00:00Z", by }));
      pending = [...pending, ...entries.map((entry) => ({ order: ++order, entry }))];
      hear(state());
    },
    discard: async (number) => {
      pending = pending.filter((p) => p.order !== number);
      hear(state());
    },
    retry: async (number) => {
      pending = pending.map((p) => (p.order === number ? { order: p.order, entry: p.entry } : p));
      hear(state());
    },
  };
  const engine = { ask: () => undefined, look: () => void counts.place++, stop: () => undefined };
  const noted = (what: "fold" | "question" | "entered" | "kept") => void counts[what]++;
  const onTick = (tick: () => void) => {
    time.tick = tick;
    return () => undefined;
  };
  const clock = { now: () => new Date(time.now), onTick };
  const machines = { find: () => machine, subscribe: () => () => undefined };
  const store = new JobStore(
    job,
    shown ? { shown: withMachine(JSON.parse(JSON.stringify(shownOf(typed.job))), machines.find), enough } : { entries: known },
    { box: () => box, machines, startEngine: () => engine, technician: () => "Tess", clock, noted },
    "watch",
  );
  store.start();
  store.subscribe(() => void counts.told++);
  return {
    store,
    counts,
    at: (now: string) => {
      time.now = now;
      time.tick();
    },
    /** The server takes everything that waits. */
    acknowledge: () => {
      known = merged(
        known,
        pending.map((p) => p.entry),
      );
      tell();
      pending = [];
      hear(state());
    },
    contact: (now: ReplicaState["contact"]) => {
      contact = now;
      hear(state());
    },
    refuse: (reason: string) => {
      pending = pending.map((p) => ({ ...p, refused: reason }));
      hear(state());
    },
    /** The server tells what it has, with what somebody else entered. */
    refetch: (more: readonly Envelope[] = []) => {
      known = merged(known, more);
      tell();
    },
    record: async (...drafts: Draft[]) => {
      store.dispatch({ do: "record", drafts });
      await Promise.resolve();
      await Promise.resolve();
    },
    get: store.getSnapshot,
    job,
  };
}

test("one entry is one fold and one question, from the touch to the server's word and the look again after it", async () => {
  const { counts, record, acknowledge, refetch, get } = world(["turns, no heat"]);
  expect(counts).toMatchObject({ fold: 0, question: 1 });
  await record(SAFE);
  expect(counts).toMatchObject({ fold: 1, question: 2 });
  acknowledge();
  refetch();
  expect(counts).toMatchObject({ fold: 1, question: 2 });
  expect(get().job.safety.power).toBe("dead");
  expect(get().waiting.size).toBe(0);
});

test("several entries made at once are one fold and one question too", async () => {
  const { counts, record } = world();
  await record(SAFE, across("element", null), across("cut-off", 0.2));
  expect(counts).toMatchObject({ fold: 1, question: 2 });
});

test("an entry while a part is looked at: the view goes back to the suspects, and it stays one question", async () => {
  const { counts, store, record, get } = world(["proved dead"]);
  store.dispatch({ do: "choose-part", part: "element" });
  expect(counts).toMatchObject({ question: 1, place: 1 });
  await record(across("element", null));
  expect(get().view.chosen.kind).toBe("nothing");
  expect(counts).toMatchObject({ fold: 1, question: 2, place: 1 });
});

test("what did not change keeps its reference, so that nothing is drawn anew for it", async () => {
  const { record, get, store, counts } = world(["turns, no heat", "proved dead"]);
  const before = get();
  await record({ kind: "panel", body: { panel: "rear", state: "off" } });
  const after = get();
  expect(after.job.evidence).toBe(before.job.evidence);
  expect(after.job.safety).toBe(before.job.safety);
  expect(after.job.machine).toBe(before.job.machine);
  expect(after.diagnosis).toBe(before.diagnosis);
  expect(after.refused).toBe(before.refused);
  const told = counts.told;
  store.dispatch({ do: "edit-line", text: "" });
  store.dispatch({ do: "go", bench: after.view.bench });
  expect(get()).toBe(after);
  expect(counts.told).toBe(told);
});

test("typing, looking and going elsewhere ask nothing of the engine and lose nothing", () => {
  const { store, counts, get } = world(["proved dead"]);
  store.dispatch({ do: "type", text: "element ", controls: { door: "open" } });
  store.dispatch({ do: "choose-point", net: "H3" });
  store.dispatch({ do: "go", bench: "open" });
  store.dispatch({ do: "go", bench: "hand" });
  expect(get().view).toMatchObject({
    line: "element ",
    controls: { door: "open" },
    chosen: { kind: "points", points: ["H3"] },
    bench: "hand",
  });
  expect(counts).toMatchObject({ question: 1, fold: 0 });
});

test("who stands where the work stands goes on with it; who looks elsewhere stays", async () => {
  const follows = world(["turns, no heat"]);
  follows.store.dispatch({ do: "go", bench: follows.get().job.stage });
  await follows.record(SAFE);
  expect(follows.get().view.bench).toBe(follows.get().job.stage);
  const elsewhere = world(["turns, no heat"]);
  elsewhere.store.dispatch({ do: "go", bench: "intake" });
  await elsewhere.record(SAFE);
  expect(elsewhere.get().view.bench).toBe("intake");
});

test("taking back the last that stands is an entry like any other; with nothing of one's own to take back nothing is made", async () => {
  const { store, get, counts, record } = world(["proved dead"]);
  store.dispatch({ do: "take-back" });
  await Promise.resolve();
  expect(counts.fold).toBe(0);
  await record(SAFE);
  expect(get().job.safety.power).toBe("dead");
  store.dispatch({ do: "take-back" });
  await Promise.resolve();
  await Promise.resolve();
  expect(get().job.safety.power).toBe("unknown");
  expect(counts.fold).toBe(2);
  expect(get().job.record.at(-2)?.status).toBe("retracted");
});

test("undo takes back all that one line made; of what was told on opening the job, only the last", async () => {
  const { store, record, get } = world(["turns, no heat"]);
  await record(SAFE, saw("hums", "no"));
  store.dispatch({ do: "take-back" });
  await Promise.resolve();
  await Promise.resolve();
  expect(get().job.record.filter((l) => l.status === "retracted").length).toBe(2);
  const told = new TypedJob(machine).type("turns, no heat", "hums").entries;
  const kept = told.map((e) => readKept({ ...e, at: told[0]?.at ?? e.at }));
  const job = foldJob(told[0]?.stream.id ?? "", kept, () => machine);
  expect(lastStanding(job, told[0]?.by ?? "").map((e) => e.id)).toEqual([told.at(-1)?.id]);
  expect(lastStanding(job, "Somebody else")).toEqual([]);
});

test("what the server refuses stays in sight with its reason, counts for nothing, and can be dropped", async () => {
  const { store, record, refuse, get } = world();
  await record(saw("hums", "yes"));
  refuse("not today");
  expect(get().refused).toMatchObject([{ refused: "not today" }]);
  expect(get().job.evidence.length).toBe(0);
  store.dispatch({ do: "drop-refused", order: get().refused[0]?.order ?? 0 });
  await Promise.resolve();
  expect(get().refused).toEqual([]);
});

test("what somebody else entered comes in between: the server's order counts, folded anew", async () => {
  const { record, refetch, get, job } = world(["turns, no heat"]);
  await record(across("element", null));
  expect(get().job.record.at(-1)?.status).toBe("refused");
  const theirs = stamp(job, SAFE, { id: v7(), at: "2026-11-24T09:59:00Z", by: "Somebody else" });
  refetch([theirs]);
  // Their proof of dead is not ours: what we read stays refused, and the machine is not dead for us.
  expect(get().job.record.at(-1)?.status).toBe("refused");
  expect(get().job.safety).toMatchObject({ power: "unknown", lapsed: "person", by: "Somebody else" });
  refetch([stamp(job, SAFE, { id: v7(), at: "2026-11-24T09:59:30Z", by: "Tess" })]);
  expect(get().job.safety.power).toBe("dead");
});

test("where what is shown is enough, it is worked out at once, and not again when the entries follow that tell the same", async () => {
  const { counts, refetch, record } = world(["turns, no heat", "air strong"], true, true);
  expect(counts.question).toBe(1);
  refetch();
  expect(counts.question).toBe(1);
  await record(saw("hums", "no"));
  expect(counts.question).toBe(2);
  const more = world(["turns, no heat"], true, true);
  more.refetch([stamp(more.job, { kind: "energised", body: {} }, { id: v7(), at: "2026-11-24T09:59:00Z", by: "Somebody else" })]);
  expect(more.counts.question).toBe(2);
});

test("a page begins with what is shown of the job; of a long one its entries follow, and only then is anything worked out", async () => {
  const { get, counts, refetch } = world(["turns, no heat", "proved dead"], true);
  expect(get()).toMatchObject({ whole: false, job: { safety: { power: "unknown", lapsed: "person" } } });
  expect(counts.question).toBe(0);
  refetch();
  expect(get().whole).toBe(true);
  expect(counts.question).toBe(1);
  expect(get().job.record.length).toBe(world(["turns, no heat", "proved dead"]).get().job.record.length);
});

test("that the machine is live counts wherever it is known: also when the server refused it, also before the entries are here", async () => {
  const refused = world(["proved dead"]);
  await refused.record({ kind: "energised", body: {} });
  refused.refuse("not today");
  expect(refused.get().job.safety.power).toBe("live");
  const shown = world(["proved dead"], true);
  await shown.record({ kind: "energised", body: {} });
  expect(shown.get().job.safety.power).toBe("live");
});

test("a proof of dead does not hold against somebody's switching on that it did not know of", async () => {
  const { record, refetch, get, job } = world();
  const theirs = stamp(job, { kind: "energised", body: {} }, { id: v7(), at: "2026-11-24T09:59:00Z", by: "Somebody else" });
  await record(SAFE);
  expect(get().job.safety.power).toBe("dead");
  refetch([theirs]);
  expect(get().job.safety.power).toBe("live");
  expect(get().job.record.at(-1)).toMatchObject({ status: "refused", refusal: { code: "live-unseen" } });
  await record(SAFE);
  expect(get().job.safety.power).toBe("dead");
});

test("a page that was just opened says nothing of silence, unless the server is known to be out of reach", () => {
  const { get, contact, at } = world();
  contact({ heardAt: 0 });
  expect(get().silentSince).toBeUndefined();
  const heardAt = Date.parse("2026-11-24T09:12:00Z");
  contact({ heardAt, trouble: "the server can't be reached" });
  expect(get().silentSince).toBe(heardAt);
  contact({ heardAt: 0 });
  at("2026-11-24T10:00:20Z");
  expect(get().silentSince).toBe(0);
});

test("once the server has been silent for a while, it is said since when", () => {
  const { at, get } = world();
  at("2026-11-24T10:00:10Z");
  expect(get().silentSince).toBeUndefined();
  at("2026-11-24T10:00:20Z");
  expect(get().silentSince).toBe(Date.parse("2026-11-24T10:00:00Z"));
});

test("a proof of dead runs out while the page is open, with one more question and no more", async () => {
  const { record, at, get, counts } = world(["turns, no heat"]);
  await record(SAFE);
  at("2026-11-24T21:59:00Z");
  expect(get().job.safety.power).toBe("dead");
  const { question } = counts;
  at("2026-11-24T22:00:00Z");
  expect(get().job.safety).toMatchObject({ power: "unknown", lapsed: "hours", since: "2026-11-24T10:00:00Z" });
  at("2026-11-24T22:01:00Z");
  expect(counts.question).toBe(question + 1);
});
