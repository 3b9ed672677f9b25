import type { Envelope } from "../../core/record/journal/envelope";
import type { ListedJob } from "../../core/speech/words/job-row";
import type { Cursor } from "./shelf";

/** Entries as the server tells them, with their numbers and hashes. */
export interface ToldNews {
  readonly entries: readonly { readonly seq: number; readonly hash: string; readonly entry: Envelope }[];
  readonly rows: readonly ListedJob[];
}

interface Ears {
  /** The journal that is spoken of. Returns whether to go on listening. */
  readonly hello: (journal: string) => boolean;
  readonly news: (news: ToldNews) => void;
  readonly beat: () => void;
  /** The journal goes less far than this copy: it was restored from a backup. */
  readonly older: () => void;
  /** Too much was missed to be told entry by entry. */
  readonly far: () => void;
  readonly lost: () => void;
}

const AGAIN_MS = 1500;
/** The server says something every four seconds; a connection that is silent for longer is dead without knowing it. */
const SILENT_MS = 12_000;

/** Listens to the server's events from a cursor on, and begins again whenever the line breaks. Returns what ends it. */
export function listen(cursor: () => Cursor | undefined, ears: Ears): () => void {
  let source: EventSource | undefined;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let stopped = false;
  const hangUp = () => {
    source?.close();
    source = undefined;
    clearTimeout(timer);
  };
  const again = () => {
    hangUp();
    if (stopped) return;
    ears.lost();
    timer = setTimeout(call, AGAIN_MS);
  };
  const heard = () => {
    clearTimeout(timer);
    timer = setTimeout(again, SILENT_MS);
  };
  const on = <T>(name: string, work: (data: T) => void) =>
    source?.addEventListener(name, ({ data }: MessageEvent<string>) => {
      heard();
      work(JSON.parse(data) as T);
    });
  const call = () => {
    hangUp();
    const from = cursor();
    source = new EventSource(`/api/feed?${new URLSearchParams(from ? { after: String(from.seq), hash: from.hash } : {})}`);
    timer = setTimeout(again, SILENT_MS);
    source.onerror = again;
    on<{ journal: string }>("hello", ({ journal }) => {
      if (!ears.hello(journal)) hangUp();
    });
    on<ToldNews>("news", ears.news);
    on("beat", ears.beat);
    on("older", () => {
      hangUp();
      ears.older();
    });
    on("far", () => {
      hangUp();
      ears.far();
    });
  };
  call();
  return () => {
    stopped = true;
    hangUp();
  };
}
