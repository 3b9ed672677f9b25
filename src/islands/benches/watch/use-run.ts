import { useEffect, useState } from "react";
import type { Happening, WatchedEvent, WatchedRun } from "../../../core/record/finding/watched";
import { readDraft, writeDraft } from "../../store/drafts";

/** A run as it is being watched: it survives a reload of the page. */
interface RunNow {
  /** Milliseconds since 1970 at which start was pressed; left out when it is over. */
  readonly startedAt?: number;
  readonly seconds: number;
  readonly events: readonly WatchedEvent[];
  /** The entry that is being corrected. */
  readonly corrects?: string;
}

export interface RunClock {
  readonly run: RunNow | undefined;
  /** Seconds since start was pressed, whole; where it was stopped, that. */
  readonly now: number;
  readonly start: () => void;
  readonly stop: () => void;
  readonly happened: (what: Happening) => void;
  readonly undo: () => void;
  readonly drop: (index: number) => void;
  readonly correct: (entry: string, run: WatchedRun) => void;
  readonly forget: () => void;
}

const TICK_MS = 250;

/** The clock of a run and what was tapped while it ran. */
export function useRun(job: string): RunClock {
  const name = `run.${job}`;
  const [run, setRun] = useState<RunNow | undefined>();
  const [, setTick] = useState(0);
  useEffect(() => setRun(parsed(readDraft(name))), [name]);
  const ticks = run?.startedAt !== undefined;
  useEffect(() => {
    if (!ticks) return;
    const timer = setInterval(() => setTick((n) => n + 1), TICK_MS);
    return () => clearInterval(timer);
  }, [ticks]);
  const put = (next: RunNow | undefined) => {
    setRun(next);
    writeDraft(name, next && JSON.stringify(next));
  };
  const elapsed = () => (run?.startedAt === undefined ? (run?.seconds ?? 0) : (Date.now() - run.startedAt) / 1000);
  const without = (index: number) => run && put({ ...run, events: run.events.filter((_, i) => i !== index) });
  return {
    run,
    now: Math.floor(elapsed()),
    start: () => put({ startedAt: Date.now(), seconds: 0, events: [] }),
    stop: () => run && put({ seconds: Math.floor(elapsed()), events: run.events, ...(run.corrects && { corrects: run.corrects }) }),
    happened: (what) => run && put({ ...run, events: [...run.events, { at: Math.floor(elapsed()), what }] }),
    undo: () => run && without(run.events.length - 1),
    drop: without,
    correct: (entry, { seconds, events }) => put({ seconds, events, corrects: entry }),
    forget: () => put(undefined),
  };
}

function parsed(text: string | undefined): RunNow | undefined {
  try {
    return text === undefined ? undefined : (JSON.parse(text) as RunNow);
  } catch {
    return undefined;
  }
}
