import { useCallback, useEffect, useMemo, useState } from "react";
import { type Draft, type Entry, entrySchema } from "../../core/job/entry";
import { foldJob, type Job } from "../../core/job/fold";
import type { Machine } from "../../core/machine/schema";
import { type OutboxState, outbox } from "../journal/outbox";
import { technician } from "../journal/technician";

export interface JobState {
  readonly job: Job;
  /** Ids of entries that the server has not acknowledged. */
  readonly waiting: ReadonlySet<string>;
  readonly refusedByServer: readonly { readonly order: number; readonly entry: Entry; readonly reason: string }[];
  readonly reached: boolean;
  readonly add: (drafts: readonly Draft[]) => Promise<void>;
}

/** The entries of a job as this browser knows them: what the server has, then what waits in the outbox, folded. */
export function useJob(id: string, initial: readonly Entry[], machines: readonly Machine[]): JobState {
  const [known, setKnown] = useState(initial);
  const [box, setBox] = useState<OutboxState>({ pending: [], reached: true });

  useEffect(
    () =>
      outbox().subscribe((state, acknowledged) => {
        setBox(state);
        const mine = acknowledged.filter((e) => e.job === id);
        if (mine.length > 0) setKnown((k) => merge(k, mine));
      }),
    [id],
  );

  useEffect(() => {
    const catchUp = () => void fetchEntries(id).then((entries) => entries && setKnown((k) => (entries.length >= k.length ? entries : k)));
    addEventListener("focus", catchUp);
    return () => removeEventListener("focus", catchUp);
  }, [id]);

  const mine = useMemo(() => box.pending.filter((p) => p.entry.job === id), [box, id]);
  const job = useMemo(() => {
    const waiting = mine.filter((p) => p.refused === undefined).map((p) => p.entry);
    return foldJob(id, merge(known, waiting), (m) => machines.find((x) => x.id === m));
  }, [id, known, mine, machines]);

  const add = useCallback(async (drafts: readonly Draft[]) => void (await outbox().add(id, technician(), drafts)), [id]);
  const waiting = useMemo(() => new Set(mine.map((p) => p.entry.id)), [mine]);
  const refusedByServer = mine.flatMap((p) => (p.refused === undefined ? [] : [{ order: p.order, entry: p.entry, reason: p.refused }]));
  return { job, waiting, refusedByServer, reached: box.reached, add };
}

function merge(known: readonly Entry[], more: readonly Entry[]): readonly Entry[] {
  const ids = new Set(known.map((e) => e.id));
  const fresh = more.filter((e) => !ids.has(e.id));
  return fresh.length === 0 ? known : [...known, ...fresh];
}

async function fetchEntries(id: string): Promise<readonly Entry[] | undefined> {
  try {
    const response = await fetch(`/api/jobs/${id}`);
    if (!response.ok) return undefined;
    const parsed = entrySchema.array().safeParse(((await response.json()) as { entries?: unknown }).entries);
    return parsed.success ? parsed.data : undefined;
  } catch {
    return undefined;
  }
}
