import type { Database } from "../database/handle";
import { MOST_BEHIND } from "../gate/limits";
import { rowsOf } from "../kept/jobs";
import type { News } from "./feed";
import type { Journal } from "./journal";
import { journalOf } from "./keep-journal";
import { breath, entriesAfter, type Head, hashAt } from "./read-journal";

/** Says how far a browser's copy goes. Without a hash: it has none yet, and begins at that number. */
interface Cursor {
  readonly after: number;
  readonly hash?: string | undefined;
}

/** A copy that is further behind is brought up to date job by job. */
const CATCHES_UP = 2000;
const BEAT_MS = 4000;
/** So often it is looked whether a reader that catches up has read, and so long it may take over a chunk. */
const DRAINS_MS = 20;
const PATIENCE_MS = 60_000;

const TOO_FAR = "the reader is too far behind";

const encoder = new TextEncoder();

/**
 * Server-sent events: `hello` with the journal's id and head; `news` with what was written; a `beat` every few seconds;
 * `older` when this journal does not hold what the cursor has seen (it was restored), `far` when too much was missed.
 */
export function feedStream(db: Database, cursor: Cursor): ReadableStream<Uint8Array> {
  const journal = journalOf(db);
  let stop = () => {};
  const source: UnderlyingDefaultSource<Uint8Array> = {
    start: (controller) => {
      const send = (event: string, data: unknown) => {
        try {
          if ((controller.desiredSize ?? 0) < 0) throw new Error(TOO_FAR);
          controller.enqueue(encoder.encode(`event: ${event}\ndata: ${JSON.stringify(data)}\n\n`));
        } catch (error) {
          stop();
          controller.error(error);
        }
      };
      let ended = false;
      const drained = async () => {
        const until = Date.now() + PATIENCE_MS;
        while (!ended && (controller.desiredSize ?? 1) <= 0) {
          if (Date.now() > until) throw new Error(TOO_FAR);
          await new Promise((later) => setTimeout(later, DRAINS_MS));
        }
      };
      const held: News[] = [];
      let caughtUp = false;
      const unsubscribe = journal.feed.subscribe((news) => (caughtUp ? send("news", news) : held.push(news)));
      const beat = setInterval(
        () =>
          void journal.present().then(
            ({ seq }) => send("beat", { seq }),
            () => send("beat", {}),
          ),
        BEAT_MS,
      );
      stop = () => {
        ended = true;
        unsubscribe();
        clearInterval(beat);
      };
      void catchUp(db, journal, cursor, { send, drained })
        .then(() => {
          caughtUp = true;
          for (const news of held) send("news", news);
        })
        .catch((error: Error) => {
          if (error.message !== TOO_FAR) console.error(error);
          stop();
          controller.error(error);
        });
    },
    cancel: () => stop(),
  };
  return new ReadableStream(source, new ByteLengthQueuingStrategy({ highWaterMark: MOST_BEHIND }));
}

interface Reader {
  readonly send: (event: string, data: unknown) => void;
  /** Resolves once it has read most of what it was sent, or is gone. */
  readonly drained: () => Promise<void>;
}

async function catchUp(db: Database, journal: Journal, { after, hash }: Cursor, { send, drained }: Reader): Promise<void> {
  const { seq, hash: present } = await journal.present();
  send("hello", { journal: journal.id, head: { seq, hash: present } });
  if (hash !== undefined && after > 0 && (await hashAt(db, after)) !== hash) {
    send("older", { seq });
    return;
  }
  if (seq - after > CATCHES_UP) {
    send("far", { seq });
    return;
  }
  for (let from = after; from < seq; ) {
    const entries = await entriesAfter(db, from);
    const last: Head | undefined = entries.at(-1);
    if (!last) return;
    const jobs = [...new Set(entries.flatMap(({ entry }) => (entry.stream.of === "job" ? [entry.stream.id] : [])))];
    send("news", { entries, rows: await rowsOf(db, jobs) } satisfies News);
    from = last.seq;
    await breath();
    await drained();
  }
}
