import { cleanup, render } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import type { ReactNode } from "react";
import { v7 } from "uuid";
import { afterEach } from "vitest";
import { TypedJob } from "../../../cli/typed-job";
import type { Machine } from "../../../src/core/model/machine/format";
import { stamp } from "../../../src/core/record/job/entry";
import type { Draft } from "../../../src/core/record/job/kinds/index";
import type { Stage } from "../../../src/core/record/job/stages";
import type { Envelope } from "../../../src/core/record/journal/envelope";
import { lineSays } from "../../../src/core/speech/words/entries";
import type { ToldJob } from "../../../src/islands/replica/job-feed";
import { StoreContext } from "../../../src/islands/store/context";
import { type EntryBox, JobStore } from "../../../src/islands/store/job-store";
import { shipped } from "../../job-of";

afterEach(cleanup);

interface Around {
  readonly machine?: Machine;
  readonly lines?: readonly (string | Draft)[];
  readonly bench?: Stage;
}

/** A pane on a job that has these entries; what is entered is on record at once. */
export function onJob(pane: ReactNode, { machine = shipped("orrinshaw-e27"), lines = [], bench = "meter" }: Around = {}) {
  const typed = new TypedJob(machine, { by: "Tess", customer: "Test", place: "Test", start: Date.now() - 60_000, pace: 1 });
  for (const line of lines) {
    if (typeof line === "string") typed.type(line);
    else typed.add(line);
  }
  let entries: readonly Envelope[] = typed.entries;
  const id = entries[0]?.stream.id ?? "";
  let hear: (told: ToldJob) => void = () => undefined;
  const box: EntryBox = {
    subscribe: (listener) => {
      listener({ pending: [], contact: { heardAt: Date.now() } });
      return () => undefined;
    },
    subscribeJob: (_, listener) => {
      hear = listener;
      return () => undefined;
    },
    add: async (job, by, drafts) => {
      entries = [...entries, ...drafts.map((d) => stamp(job, d, { id: v7(), at: new Date().toISOString(), by }))];
      hear({ entries, whole: true });
    },
    discard: async () => undefined,
    retry: async () => undefined,
  };
  const engine = { ask: () => undefined, look: () => undefined, stop: () => undefined };
  const store = new JobStore(
    id,
    { entries },
    {
      box: () => box,
      machines: { find: () => machine, subscribe: () => () => undefined },
      startEngine: () => engine,
      technician: () => "Tess",
      clock: { now: () => new Date(), onTick: () => () => undefined },
      noted: () => undefined,
    },
    bench,
  );
  store.start();
  const before = entries.length;
  return {
    ...render(<StoreContext value={store}>{pane}</StoreContext>),
    user: userEvent.setup(),
    get: store.getSnapshot,
    /** Gives what was entered since, as the record says it. */
    recorded: () => {
      const { job } = store.getSnapshot();
      return job.record.slice(before).map((l) => lineSays(job.machine, l).says);
    },
  };
}
