import { focusManager, QueryClient, QueryObserver } from "@tanstack/react-query";
import { type Envelope, readEnvelope } from "../../../core/journal/envelope";

/** The entries of a job that the server is known to have, in its order. */
export interface ServerEntries {
  readonly subscribe: (changed: (entries: readonly Envelope[]) => void) => () => void;
  /** The server said that it has these now. */
  readonly acknowledge: (entries: readonly Envelope[]) => void;
}

/** Begins with what the page came with; looks again when the page comes to the front. Entries that are the same stay the same objects. */
export function serverEntries(job: string, initial: readonly Envelope[]): ServerEntries {
  const client = new QueryClient();
  const queryKey = ["entries", job];
  const observer = new QueryObserver<readonly Envelope[]>(client, {
    queryKey,
    queryFn: () => fetchEntries(job),
    initialData: initial,
    refetchOnMount: false,
    retry: false,
  });
  return {
    subscribe: (changed) => {
      focusManager.setEventListener(onFront);
      client.mount();
      const stop = observer.subscribe(({ data }) => data && changed(data));
      return () => {
        stop();
        client.unmount();
      };
    },
    acknowledge: (entries) => void client.setQueryData<readonly Envelope[]>(queryKey, (known) => merged(known ?? [], entries)),
  };
}

/** The page comes to the front: its window gets the focus, or its tab is shown. */
function onFront(focused: () => void): () => void {
  const listen = () => focused();
  addEventListener("focus", listen);
  addEventListener("visibilitychange", listen);
  return () => {
    removeEventListener("focus", listen);
    removeEventListener("visibilitychange", listen);
  };
}

/** Entries with those added that are not there yet; the same list when all are. */
export function merged(known: readonly Envelope[], more: readonly Envelope[]): readonly Envelope[] {
  const ids = new Set(known.map((e) => e.id));
  const fresh = more.filter((e) => !ids.has(e.id));
  return fresh.length === 0 ? known : [...known, ...fresh];
}

async function fetchEntries(job: string): Promise<readonly Envelope[]> {
  const response = await fetch(`/api/jobs/${job}`);
  if (!response.ok) throw new Error(`the server answered ${response.status}`);
  const { entries } = (await response.json()) as { entries?: unknown };
  if (!Array.isArray(entries)) throw new Error("the server's answer holds no entries");
  return entries.map((data) => {
    const read = readEnvelope(data);
    if (!read.ok) throw read.error;
    return read.envelope;
  });
}
