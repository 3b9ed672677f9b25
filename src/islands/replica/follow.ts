import type { Envelope, Sequenced } from "../../core/record/journal/envelope";
import type { ListedJob } from "../../core/speech/words/job-row";
import { askCopy, askJob, askLacking, askStock } from "./ask-server";
import { listen, type ToldNews } from "./listen";
import { type Machines, machinesNamed } from "./machines";
import type { Cursor, Shelf } from "./shelf";

/** Holds what following the journal needs of its tab. */
interface Followed {
  readonly heard: () => void;
  /** The line to the server stands again. */
  readonly back: () => void;
  readonly lost: () => void;
  readonly news: (entries: readonly Sequenced[], rows: readonly ListedJob[]) => Promise<void>;
  readonly rows: (rows: readonly ListedJob[]) => void;
  /** The copy was begun anew; what waits now is to be sent, and what is watched asked for again. */
  readonly anew: () => Promise<void>;
  readonly storageFailed: (error: unknown) => void;
}

const AGAIN_MS = 3000;

/**
 * Keeps this browser's copy up with the server's journal: begins it, listens from where it stands, and begins anew when the
 * journal is another, was restored from an older copy, or went on without us for too long. One tab does it at a time.
 */
export class Follower {
  private cursor: Cursor | undefined;
  private taking: Promise<void> = Promise.resolve();
  private following = false;
  private hangUp: () => void = () => undefined;

  constructor(
    private readonly shelf: Promise<Shelf | undefined>,
    private readonly machines: Machines,
    private readonly to: Followed,
  ) {}

  /** Returns what ends it. */
  begin(): () => void {
    this.following = true;
    void this.start();
    return () => {
      this.following = false;
      this.hangUp();
    };
  }

  private async start(): Promise<void> {
    // Another tab may have led since this one last did: what stands on the shelf goes further.
    this.cursor = (await (await this.shelf)?.cursor().catch(() => undefined)) ?? this.cursor;
    while (this.following && !this.cursor) {
      await this.copy().catch(() => this.to.lost());
      if (!this.cursor) await new Promise((r) => setTimeout(r, AGAIN_MS));
    }
    if (!this.following) return;
    this.hangUp = this.listen();
    void this.fillIn();
  }

  private listen(): () => void {
    return listen(() => this.cursor, {
      hello: (journal) => {
        this.to.back();
        if (journal === this.cursor?.journal) return true;
        this.anew(async () => []);
        return false;
      },
      news: (news) => {
        // One after the other: the cursor never goes past an entry that is not stored.
        this.taking = this.taking.then(() => this.take(news)).catch((error: unknown) => console.error(error));
      },
      beat: this.to.heard,
      older: () => this.anew(() => this.lackedByServer()),
      far: () => this.anew(async () => []),
      lost: this.to.lost,
    });
  }

  /** Forgets the copy, puts back into the queue what is to be sent again, and starts over; tries until it works. */
  private anew(again: () => Promise<readonly Envelope[]>): void {
    const work = async () => {
      await (await this.shelf)?.beginAnew(await again());
      this.cursor = undefined;
      await this.to.anew();
      await this.start();
    };
    work().catch(() => {
      this.to.lost();
      setTimeout(() => this.following && this.anew(again), AGAIN_MS);
    });
  }

  /** Gives what this browser holds and the server, which was restored from an older copy, does not. */
  private async lackedByServer(): Promise<readonly Envelope[]> {
    const all = (await (await this.shelf)?.everyEntry()) ?? [];
    const lacking = new Set(await askLacking(all.map((s) => s.entry.id)));
    // News of an order are the supplier's to tell again.
    return all.map((s) => s.entry).filter((e) => lacking.has(e.id) && e.kind !== "order-news");
  }

  /** Begins the copy: rows of the open jobs and where the journal stands; the jobs themselves follow by and by. */
  private async copy(): Promise<void> {
    const { cursor, rows, machines } = await askCopy();
    this.to.heard();
    await (await this.shelf)?.take({ rows, cursor }).catch(this.to.storageFailed);
    this.cursor = cursor;
    void this.machines.get(machines);
    this.to.rows(rows);
  }

  /** Gets the open jobs that are not here yet, one after the other. */
  private async fillIn(): Promise<void> {
    const shelf = await this.shelf;
    if (!shelf) return;
    // The stock comes by itself: where it can't be had, the jobs are still filled in.
    void askStock()
      .then((entries) => shelf.take({ entries }))
      .catch(() => undefined);
    try {
      for (const row of await shelf.rows()) {
        if (!this.following) return;
        if (!row.closed) await this.fillInJob(shelf, row);
      }
    } catch {
      // The server is away, or the shelf fails: the rest comes at the next start.
      this.to.lost();
    }
  }

  private async fillInJob(shelf: Shelf, row: ListedJob): Promise<void> {
    const last = await shelf.lastOf(row.id);
    const told = last < row.seq ? await askJob(row.id, last) : undefined;
    if (!told) return;
    await this.machines.get(machinesNamed(told.entries));
    await shelf.take({ entries: told.entries, rows: [told.row] });
  }

  private async take({ entries, rows }: ToldNews): Promise<void> {
    this.to.heard();
    // Those who watch are told first: the shelf may take its time.
    await this.to.news(entries, rows);
    const last = entries.at(-1);
    if (!this.cursor || !last || last.seq <= this.cursor.seq) return;
    this.cursor = { journal: this.cursor.journal, seq: last.seq, hash: last.hash };
    await (await this.shelf)?.take({ entries, rows, cursor: this.cursor }).catch(this.to.storageFailed);
  }
}
