import type { Sequenced } from "../../core/record/journal/envelope";
import type { Files } from "./files";
import { Pauses } from "./pauses";
import type { Pending, Queue } from "./queue";
import { type Answer, type NotThere, sendEntries } from "./send";

const BATCH = { entries: 50, bytes: 400_000 };

/** Holds what the sender needs of its tab. */
interface Post {
  /** True where it is this tab that sends what all tabs have stored. */
  readonly leads: () => boolean;
  /** The server has these now: they go into the jobs before they leave the queue, so that none is away for a moment. */
  readonly taken: (entries: readonly Sequenced[]) => Promise<void>;
  readonly settled: () => Promise<void>;
  readonly notThere: (why: NotThere) => void;
}

/** Sends what waits, files before the entries that name them, oldest first, and tries again with growing pauses until our own server has named it. */
export class Sender {
  private readonly pauses = new Pauses();
  private sending = false;
  private again = false;
  private ended = false;

  constructor(
    private readonly queue: Queue,
    private readonly files: Pick<Files, "sendAll">,
    private readonly post: Post,
  ) {}

  /** There is a reason to try at once. */
  now(): void {
    this.pauses.skip();
    void this.flush();
  }

  end(): void {
    this.ended = true;
    this.pauses.reset();
  }

  /** All of it in the tab whose turn it is; what could not be stored in its own tab. */
  async flush(): Promise<void> {
    if (this.sending) {
      this.again = true;
      return;
    }
    this.sending = true;
    try {
      do {
        this.again = false;
        await this.sendAll();
      } while (this.again);
    } finally {
      this.sending = false;
    }
  }

  private async sendAll(): Promise<void> {
    const amiss = await this.files.sendAll(this.post.leads());
    if (amiss) return this.later(amiss);
    let most: number = BATCH.entries;
    while (true) {
      const rows = this.post.leads() ? await this.queue.rows() : this.queue.looseRows();
      const ready = rows.filter((r) => r.refused === undefined);
      if (ready.length === 0) return;
      const batch = batchOf(ready, most);
      const answer = await sendEntries(batch.map((r) => r.entry));
      if (!("why" in answer)) await this.settle(batch, answer);
      else if (answer.why === "too-large" && batch.length > 1) most = Math.ceil(batch.length / 2);
      else return this.later(answer);
    }
  }

  private later(why: NotThere): void {
    this.post.notThere(why);
    if (!this.again && !this.ended) this.pauses.after(() => void this.flush());
  }

  private async settle(batch: readonly Pending[], answer: Answer): Promise<void> {
    this.pauses.reset();
    const taken = batch.flatMap(({ entry }): Sequenced[] => {
      const seq = answer.acknowledged.get(entry.id);
      return seq === undefined ? [] : [{ seq, entry }];
    });
    await this.post.taken(taken);
    await this.queue.settle(batch, answer);
    await this.post.settled();
  }
}

function batchOf(rows: readonly Pending[], most: number): readonly Pending[] {
  let bytes = 0;
  const end = rows.findIndex((row, i) => {
    bytes += JSON.stringify(row.entry).length;
    return i === most || (i > 0 && bytes > BATCH.bytes);
  });
  return end < 0 ? rows : rows.slice(0, end);
}
