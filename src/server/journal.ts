import { eq, max, sql } from "drizzle-orm";
import type { BatchItem } from "drizzle-orm/batch";
import type { Checked, Kept } from "../core/job/entry";
import { type Fold, foldOn } from "../core/job/fold";
import type { Envelope } from "../core/journal/envelope";
import { type ListedJob, searchedWords } from "../core/language/job-row";
import { canonicalJson } from "../core/machine/revision";
import { linkOf } from "./chain";
import { Feed } from "./feed";
import { Folds, rowOfFold } from "./folds";
import type { Database } from "./handle";
import { type Head, headOf, knownAmong } from "./read-journal";
import { type Sequenced, toRow } from "./rows";
import { entries, jobs } from "./schema";
import { StorageError, storageErrorOf } from "./storage-error";

/** What the server says of each entry, by its id, in the order asked: on disk with its number, or refused. */
export type Outcome = { readonly id: string; readonly seq: number } | { readonly id: string; readonly refused: RefusedEntry };

/** Why one entry is not taken. Others of the same request are. */
export interface RefusedEntry {
  readonly status: 400 | 404 | 409;
  /** The field that is wrong, within the entry. */
  readonly field: string;
  readonly message: string;
}

interface Request {
  readonly batch: readonly Checked[];
  readonly resolve: (outcomes: Outcome[]) => void;
  readonly reject: (error: unknown) => void;
}

/** What one commit writes. */
interface Group {
  readonly fresh: (Sequenced & Head)[];
  readonly byId: Map<string, Sequenced>;
  readonly changed: Map<string, Kept[]>;
  head: Head;
}

/** Entries that are committed at once at most. */
const GROUP = 500;
const FIRST_NUMBER = 201;
/** Characters that must find room before a full disk is believed to have some again. */
const ROOM = 60_000;

/** Whether the last write reached the disk. */
export type Health = { readonly ok: true } | { readonly ok: false; readonly since: string; readonly message: string };

/**
 * The one writer of a journal. Requests that come while a commit is on its way are committed together after it: each is
 * answered when its entries are on disk, with the rows of their jobs written in the same transaction.
 */
export class Journal {
  readonly feed = new Feed();
  readonly folds: Folds;
  private readonly waiting: Request[] = [];
  private writing = false;
  private head: Head | undefined;
  private failed: { readonly since: string; readonly message: string } | undefined;

  constructor(
    private readonly db: Database,
    /** Which journal this is; a restored one keeps it. */
    readonly id: string,
  ) {
    this.folds = new Folds(db);
  }

  /**
   * Takes entries. One that is here already is acknowledged again; one that can't be taken is refused by itself.
   * Throws {@link StorageError} when the disk does not take them: then nothing was written.
   */
  append(batch: readonly Checked[]): Promise<Outcome[]> {
    return new Promise((resolve, reject) => {
      this.waiting.push({ batch, resolve, reject });
      if (!this.writing) void this.writeAll();
    });
  }

  /** Number and hash of the last entry. */
  async present(): Promise<Head> {
    this.head ??= await headOf(this.db, this.id);
    return this.head;
  }

  /** Tries the disk anew when the last write failed: it may have room again. */
  async health(): Promise<Health> {
    const { failed } = this;
    if (!failed) return { ok: true };
    try {
      await this.db.run(sql`insert or replace into about(name, value) values ('room', ${"·".repeat(ROOM)})`);
      await this.db.run(sql`delete from about where name = 'room'`);
      this.failed = undefined;
      return { ok: true };
    } catch (error) {
      this.noteFailure(error);
      return { ok: false, ...failed };
    }
  }

  private async writeAll(): Promise<void> {
    this.writing = true;
    // Whatever arrived in the same turn goes into the same commit.
    await new Promise((r) => setImmediate(r));
    while (this.waiting.length > 0) {
      const group = this.nextGroup();
      await this.write(group).catch((error) => {
        for (const { reject } of group) reject(error);
      });
    }
    this.writing = false;
  }

  private nextGroup(): Request[] {
    const group = this.waiting.splice(0, 1);
    let size = group[0]?.batch.length ?? 0;
    for (let next = this.waiting[0]; next && size + next.batch.length <= GROUP; next = this.waiting[0]) {
      size += next.batch.length;
      group.push(next);
      this.waiting.shift();
    }
    return group;
  }

  private async write(requests: readonly Request[]): Promise<void> {
    try {
      const ids = requests.flatMap((r) => r.batch.map((e) => e.envelope.id));
      const group: Group = { fresh: [], byId: await knownAmong(this.db, ids), changed: new Map(), head: await this.present() };
      const outcomes: Outcome[][] = [];
      for (const { batch } of requests) {
        const said: Outcome[] = [];
        for (const checked of batch) said.push(await this.judge(checked, group));
        outcomes.push(said);
      }
      if (group.fresh.length > 0) await this.commit(group);
      requests.forEach((r, i) => {
        r.resolve(outcomes[i] ?? []);
      });
    } catch (error) {
      throw this.noteFailure(error);
    }
  }

  /** What becomes of one entry; a new one joins the group. */
  private async judge({ envelope: entry, kept }: Checked, group: Group): Promise<Outcome> {
    const { id, stream } = entry;
    const known = group.byId.get(id);
    if (known) return isSame(known.entry, entry) ? { id, seq: known.seq } : { id, refused: taken(id) };
    if (stream.of === "job") {
      const isNew = !group.changed.has(stream.id) && (await this.folds.of(stream.id)).row === undefined;
      if (isNew && entry.kind !== "opened") return { id, refused: unknownJob(stream.id) };
      group.changed.set(stream.id, [...(group.changed.get(stream.id) ?? []), kept]);
    }
    const seq = group.head.seq + 1;
    const placed = { seq, hash: linkOf(group.head.hash, seq, entry), entry };
    group.head = placed;
    group.byId.set(id, placed);
    group.fresh.push(placed);
    return { id, seq };
  }

  private async commit({ fresh, changed, head }: Group): Promise<void> {
    const statements: BatchItem<"sqlite">[] = rowsInChunks(fresh).map((rows) => this.db.insert(entries).values(rows));
    const after: { readonly fold: Fold; readonly row: ListedJob }[] = [];
    let next: number | undefined;
    for (const [job, kept] of changed) {
      const before = await this.folds.of(job);
      const fold = foldOn(before.fold, [...before.fold.entries, ...kept]);
      if (!before.row) next = next === undefined ? await this.nextNumber() : next + 1;
      const number = before.row?.number ?? next ?? FIRST_NUMBER;
      const row = { ...rowOfFold(fold), number, seq: fresh.findLast((f) => f.entry.stream.id === job)?.seq ?? 0 };
      after.push({ fold, row });
      statements.push(...this.rowStatements(row, before.row));
    }
    const [first, ...rest] = statements;
    if (first) await this.db.batch([first, ...rest]);
    this.head = { seq: head.seq, hash: head.hash };
    this.failed = undefined;
    for (const standing of after) this.folds.keep(standing.row.id, standing);
    this.feed.publish({ entries: fresh, rows: after.map((a) => a.row) });
  }

  private rowStatements(row: ListedJob, before: ListedJob | undefined): BatchItem<"sqlite">[] {
    const words = searchedWords(row);
    const changes = before ? this.db.update(jobs).set(changedIn(before, row)).where(eq(jobs.id, row.id)) : this.db.insert(jobs).values(row);
    if (before && isEqual(searchedWords(before), words)) return [changes];
    const [place, customer, machine, serial, said] = words;
    return [
      changes,
      this.db.run(sql`delete from job_words where rowid = ${row.number}`),
      this.db.run(
        sql`insert into job_words(rowid, place, customer, machine, serial, words) values (${row.number}, ${place}, ${customer}, ${machine}, ${serial}, ${said})`,
      ),
    ];
  }

  private async nextNumber(): Promise<number> {
    const last = await this.db
      .select({ number: max(jobs.number) })
      .from(jobs)
      .get();
    return (last?.number ?? FIRST_NUMBER - 1) + 1;
  }

  /** After a failed write nothing that was thought to be on disk is believed. */
  private noteFailure(error: unknown): unknown {
    const told = storageErrorOf(error);
    this.head = undefined;
    this.folds.clear();
    this.db.$client.reconnect();
    if (told instanceof StorageError) this.failed ??= { since: new Date().toISOString(), message: told.message };
    return told;
  }
}

/** Rows of one statement: SQLite takes so many values at once. */
const ROWS = 100;

function rowsInChunks(fresh: Group["fresh"]): (typeof entries.$inferInsert)[][] {
  const rows = fresh.map(({ seq, hash, entry }) => ({ ...toRow(entry), seq, hash }));
  return Array.from({ length: Math.ceil(rows.length / ROWS) }, (_, i) => rows.slice(i * ROWS, (i + 1) * ROWS));
}

const isEqual = (a: readonly string[], b: readonly string[]): boolean => a.every((word, i) => word === b[i]);

/** The columns that are not as they were; there is one at least, since the number of the last entry grows. */
const changedIn = (before: ListedJob, row: ListedJob): Partial<ListedJob> =>
  Object.fromEntries(Object.entries(row).filter(([key, value]) => before[key as keyof ListedJob] !== value));

const isSame = (known: Envelope, entry: Envelope): boolean => canonicalJson(known) === canonicalJson(entry);

const taken = (id: string): RefusedEntry => ({
  status: 409,
  field: "id",
  message: `${id} is already the id of another entry; give a new entry an id of its own`,
});

/** A job begins with its `opened` entry. */
const unknownJob = (id: string): RefusedEntry => ({
  status: 404,
  field: "stream.id",
  message: `no job ${id}: its first entry must be of kind “opened”`,
});
