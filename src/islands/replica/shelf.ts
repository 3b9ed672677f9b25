import { type DBSchema, type IDBPDatabase, openDB } from "idb";
import type { KeptMachine } from "../../core/model/machine/revision";
import type { FileType } from "../../core/record/files/file";
import { type Envelope, readEnvelope, type Sequenced } from "../../core/record/journal/envelope";
import type { ListedJob } from "../../core/speech/words/job-row";

/** Says how far this copy goes: the number and hash of the last entry of all that it has seen of a journal. */
export interface Cursor {
  readonly journal: string;
  readonly seq: number;
  readonly hash: string;
}

/** An entry that waits, as it lies in the store: perhaps with the envelope of an earlier version of the program. */
interface StoredWaiting {
  readonly order?: number;
  readonly entry: unknown;
  readonly refused?: string;
}

/** Holds what an answer of the server made of entries that waited. */
interface Settled {
  readonly taken: readonly { readonly order: number; readonly seq: number; readonly entry: Envelope }[];
  readonly refused: readonly { readonly order: number; readonly entry: Envelope; readonly refused: string }[];
}

interface StoredEntry {
  readonly id: string;
  readonly stream: string;
  readonly seq: number;
  readonly entry: unknown;
}

/** A file as it lies in the store. */
export interface StoredFile {
  readonly hash: string;
  readonly type: FileType;
  readonly bytes: Uint8Array<ArrayBuffer>;
  /** 1 until the server has it; 0 as well once it was refused. */
  readonly waits: 0 | 1;
  /** Why the server does not take it. */
  readonly refused?: string;
}

interface Schema extends DBSchema {
  files: { key: string; value: StoredFile; indexes: { byWaits: number } };
  outbox: { key: number; value: StoredWaiting };
  entries: { key: string; value: StoredEntry; indexes: { byStream: [string, number] } };
  jobs: { key: string; value: ListedJob };
  machines: { key: [string, string]; value: KeptMachine & { readonly id: string; readonly revision: string } };
  about: { key: string; value: { readonly name: string; readonly value: unknown } };
}

const VERSION = 3;

const streamKey = ({ stream }: Envelope): string => `${stream.of}/${stream.id}`;
const jobKey = (job: string): string => `job/${job}`;
const stored = ({ seq, entry }: Sequenced): StoredEntry => ({ id: entry.id, stream: streamKey(entry), seq, entry });

/**
 * The browser's store: entries that wait, and a copy of what the server is known to have. Every method throws what the
 * browser throws when its storage fails.
 */
export class Shelf {
  private constructor(private readonly db: IDBPDatabase<Schema>) {}

  static async open(): Promise<Shelf> {
    const db = await openDB<Schema>("yennic", VERSION, {
      upgrade(db, from) {
        if (from < 1) db.createObjectStore("outbox", { keyPath: "order", autoIncrement: true });
        if (from < 2) {
          db.createObjectStore("entries", { keyPath: "id" }).createIndex("byStream", ["stream", "seq"]);
          db.createObjectStore("jobs", { keyPath: "id" });
          db.createObjectStore("machines", { keyPath: ["id", "revision"] });
          db.createObjectStore("about", { keyPath: "name" });
        }
        if (from < 3) db.createObjectStore("files", { keyPath: "hash" }).createIndex("byWaits", "waits");
      },
      // A newer version of the program in another tab wants to go on: this one can be opened again.
      blocking: (_, __, event) => {
        (event.target as IDBDatabase).close();
        location.reload();
      },
    });
    return new Shelf(db);
  }

  waiting(): Promise<StoredWaiting[]> {
    return this.db.getAll("outbox");
  }

  /** Resolves when they are on disk. */
  async keepWaiting(entries: readonly Envelope[]): Promise<void> {
    const tx = this.db.transaction("outbox", "readwrite", { durability: "strict" });
    for (const entry of entries) void tx.store.add({ entry });
    await tx.done;
  }

  /** An entry that was refused waits again, or is given up. */
  async retry(order: number): Promise<void> {
    const row = await this.db.get("outbox", order);
    if (row) await this.db.put("outbox", { order, entry: row.entry });
  }

  async drop(order: number): Promise<void> {
    await this.db.delete("outbox", order);
  }

  /** Those that were taken leave the queue for the copy in one step. */
  async settle({ taken, refused }: Settled): Promise<void> {
    const tx = this.db.transaction(["outbox", "entries"], "readwrite");
    for (const { order, ...sequenced } of taken) {
      void tx.objectStore("outbox").delete(order);
      void tx.objectStore("entries").put(stored(sequenced));
    }
    for (const row of refused) void tx.objectStore("outbox").put(row);
    await tx.done;
  }

  /** Takes in what the server has; with a cursor, all up to there is in. */
  async take(news: {
    readonly entries?: readonly Sequenced[];
    readonly rows?: readonly ListedJob[];
    readonly cursor?: Cursor;
  }): Promise<void> {
    const tx = this.db.transaction(["entries", "jobs", "about"], "readwrite");
    for (const sequenced of news.entries ?? []) void tx.objectStore("entries").put(stored(sequenced));
    for (const row of news.rows ?? []) void tx.objectStore("jobs").put(row);
    if (news.cursor) void tx.objectStore("about").put({ name: "cursor", value: news.cursor });
    await tx.done;
  }

  async cursor(): Promise<Cursor | undefined> {
    return (await this.db.get("about", "cursor"))?.value as Cursor | undefined;
  }

  async note(name: string, value: unknown): Promise<void> {
    await this.db.put("about", { name, value });
  }

  async noted(name: string): Promise<unknown> {
    return (await this.db.get("about", name))?.value;
  }

  /** Entries of a job in the server's order, as far as they are here. */
  entriesOf(job: string): Promise<Sequenced[]> {
    return this.entriesIn(jobKey(job));
  }

  /** Entries of a stream (`OF/ID`) in the server's order, as far as they are here. */
  async entriesIn(key: string): Promise<Sequenced[]> {
    const rows = await this.db.getAllFromIndex("entries", "byStream", IDBKeyRange.bound([key, 0], [key, Number.MAX_SAFE_INTEGER]));
    return rows.flatMap(({ seq, entry }) => {
      const read = readEnvelope(entry);
      return read.ok ? [{ seq, entry: read.envelope }] : [];
    });
  }

  /** Number of a job's last entry that is here; 0 where its beginning is not. */
  async lastOf(job: string): Promise<number> {
    const key = jobKey(job);
    const range = IDBKeyRange.bound([key, 0], [key, Number.MAX_SAFE_INTEGER]);
    const index = this.db.transaction("entries").store.index("byStream");
    const first = await index.openCursor(range);
    if ((first?.value.entry as { kind?: unknown } | undefined)?.kind !== "opened") return 0;
    return (await index.openCursor(range, "prev"))?.value.seq ?? 0;
  }

  /** All entries that are here, in the server's order. */
  async everyEntry(): Promise<Sequenced[]> {
    const rows = await this.db.getAll("entries");
    return rows
      .toSorted((a, b) => a.seq - b.seq)
      .flatMap(({ seq, entry }) => {
        const read = readEnvelope(entry);
        return read.ok ? [{ seq, entry: read.envelope }] : [];
      });
  }

  /** Puts entries back into the queue, before those that wait, and forgets the copy: it was of a journal that is no more. */
  async beginAnew(again: readonly Envelope[]): Promise<void> {
    const tx = this.db.transaction(["outbox", "entries", "jobs", "about"], "readwrite", { durability: "strict" });
    const outbox = tx.objectStore("outbox");
    const waiting = await outbox.getAll();
    await outbox.clear();
    for (const entry of again) void outbox.add({ entry });
    for (const { order: _, ...row } of waiting) void outbox.add(row);
    void tx.objectStore("entries").clear();
    void tx.objectStore("jobs").clear();
    void tx.objectStore("about").delete("cursor");
    await tx.done;
  }

  rows(): Promise<ListedJob[]> {
    return this.db.getAll("jobs");
  }

  row(job: string): Promise<ListedJob | undefined> {
    return this.db.get("jobs", job);
  }

  machines(): Promise<KeptMachine[]> {
    return this.db.getAll("machines");
  }

  async keepMachine({ ref, machine }: KeptMachine): Promise<void> {
    await this.db.put("machines", { ...ref, ref, machine });
  }

  /** Resolves when it is on disk. */
  async keepFile(file: StoredFile): Promise<void> {
    const tx = this.db.transaction("files", "readwrite", { durability: "strict" });
    void tx.store.put(file);
    await tx.done;
  }

  file(hash: string): Promise<StoredFile | undefined> {
    return this.db.get("files", hash);
  }

  /** Names of files that the server does not have yet. */
  filesWaiting(): Promise<string[]> {
    return this.db.getAllKeysFromIndex("files", "byWaits", 1);
  }

  /** Names of all files. They are large: whoever needs them takes one at a time. */
  fileNames(): Promise<string[]> {
    return this.db.getAllKeys("files");
  }

  close(): void {
    this.db.close();
  }
}
