import type { InStatement, InValue } from "@libsql/client";
import { dequal } from "dequal";
import { eq, max, sql } from "drizzle-orm";
import { canonicalJson } from "../../core/model/machine/revision";
import type { Checked, Kept } from "../../core/record/job/entry";
import { type Fold, foldOn } from "../../core/record/job/fold";
import type { Envelope, Sequenced } from "../../core/record/journal/envelope";
import { readStock } from "../../core/record/stock/kinds";
import { type ListedJob, searchedWords } from "../../core/speech/words/job-row";
import type { Database } from "../database/handle";
import { jobs } from "../database/schema";
import { StorageError, storageErrorOf } from "../database/storage-error";
import { StockFold } from "../kept/stock";
import { linkOf } from "./chain";
import { Feed } from "./feed";
import { Folds, rowOfFold } from "./folds";
import { breath, type Head, headOf, knownAmong } from "./read-journal";

/** Holds what the server says of each entry, by its id, in the order asked: on disk with its number, or refused. */
export type Outcome = { readonly id: string; readonly seq: number } | { readonly id: string; readonly refused: RefusedEntry };

/** Why one entry is skipped. Others of the same request are. */
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

/** Holds what one commit writes. */
interface Group {
  readonly fresh: (Sequenced & Head)[];
  readonly byId: Map<string, Sequenced>;
  readonly changed: Map<string, Kept[]>;
  head: Head;
}

/** Turns of the event loop without a new request after which a commit begins. */
const QUIET_TURNS = 4;
/** Entries that are committed at once at most. */
const GROUP = 500;
const FIRST_NUMBER = 201;
/** Characters that must find room before a full disk is believed to have some again. */
const ROOM = 60_000;

/** True where the last write reached the disk. */
type Health = { readonly ok: true } | { readonly ok: false; readonly since: string; readonly message: string };

/**
 * The one writer of a journal. Requests that come while a commit is on its way are committed together after it: each is
 * answered when its entries are on disk, with the rows of their jobs written in the same transaction.
 */
export class Journal {
  readonly feed = new Feed();
  readonly folds: Folds;
  readonly stock: StockFold;
  private readonly waiting: Request[] = [];
  private readonly wishes = new Map<string, number>();
  private writing = false;
  private head: Head | undefined;
  private failed: { readonly since: string; readonly message: string } | undefined;

  constructor(
    private readonly db: Database,
    /** Which journal this is; a restored one keeps it. */
    readonly id: string,
  ) {
    this.folds = new Folds(db);
    this.stock = new StockFold(db);
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

  /** The number that a job should get when it is new here, if it is free then. */
  wish(job: string, number: number): void {
    this.wishes.set(job, number);
  }

  /** Number and hash of the last entry. */
  async present(): Promise<Head> {
    this.head ??= await headOf(this.db, this.id);
    return this.head;
  }

  /** Reads the journal's end; when the last write failed, tries the disk anew: it may have room again. */
  async health(): Promise<Health> {
    const { failed } = this;
    if (!failed) {
      await this.db.run(sql`select seq from entries order by seq desc limit 1`);
      return { ok: true };
    }
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
    while (this.waiting.length > 0) {
      await this.quiet();
      const group = this.nextGroup();
      await this.write(group).catch((error) => {
        for (const { reject } of group) reject(error);
      });
    }
    this.writing = false;
  }

  /** A commit holds up everything else, so that what is just arriving is let in first and goes with it. */
  private async quiet(): Promise<void> {
    for (let still = 0, seen = 0; still < QUIET_TURNS && this.waiting.length < GROUP; still++) {
      if (this.waiting.length > seen) still = 0;
      seen = this.waiting.length;
      await breath();
    }
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

  /** Gives what becomes of one entry; a new one joins the group. */
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
    const statements: InStatement[] = insertsOf(fresh);
    const after: { readonly fold: Fold; readonly row: ListedJob }[] = [];
    let next: number | undefined;
    const ofStock = readStock(fresh.map((f) => f.entry));
    const orders = await this.stock.ordersWith(ofStock);
    for (const job of orders.jobs) if (!changed.has(job) && (await this.folds.of(job)).row) changed.set(job, []);
    for (const [job, kept] of changed) {
      const before = await this.folds.of(job);
      const fold = foldOn(before.fold, [...before.fold.entries, ...kept]);
      const wished = before.row ? undefined : await this.freeWish(job);
      if (!before.row && wished === undefined) next = next === undefined ? await this.nextNumber() : next + 1;
      const number = before.row?.number ?? wished ?? next ?? FIRST_NUMBER;
      const row = {
        ...rowOfFold(fold, orders.of(job)),
        number,
        seq: fresh.findLast((f) => f.entry.stream.of === "job" && f.entry.stream.id === job)?.seq ?? before.row?.seq ?? 0,
      };
      after.push({ fold, row });
      statements.push(...this.rowStatements(row, before.row));
    }
    await this.db.$client.batch(statements, "write");
    this.stock.took(ofStock);
    this.head = { seq: head.seq, hash: head.hash };
    this.failed = undefined;
    for (const standing of after) this.folds.keep(standing.row.id, standing);
    this.feed.publish({ entries: fresh, rows: after.map((a) => a.row) });
  }

  private rowStatements(row: ListedJob, before: ListedJob | undefined): InStatement[] {
    const words = searchedWords(row);
    if (before && Object.keys(changedIn(before, row)).length === 0) return [];
    const changes = before ? this.db.update(jobs).set(changedIn(before, row)).where(eq(jobs.id, row.id)) : this.db.insert(jobs).values(row);
    const { sql, params } = changes.toSQL();
    const statement = { sql, args: params as InValue[] };
    if (before && isEqual(searchedWords(before), words)) return [statement];
    return [
      statement,
      { sql: "delete from job_words where rowid = ?", args: [row.number] },
      {
        sql: "insert into job_words(rowid, place, customer, machine, serial, words) values (?, ?, ?, ?, ?, ?)",
        args: [row.number, ...words],
      },
    ];
  }

  private async freeWish(job: string): Promise<number | undefined> {
    const wish = this.wishes.get(job);
    this.wishes.delete(job);
    if (wish === undefined) return undefined;
    const taken = await this.db.select({ id: jobs.id }).from(jobs).where(eq(jobs.number, wish)).get();
    return taken ? undefined : wish;
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
    this.stock.clear();
    this.db.$client.reconnect();
    if (told instanceof StorageError) this.failed ??= { since: new Date().toISOString(), message: told.message };
    return told;
  }
}

/** Rows of one statement: SQLite takes so many values at once. */
const ROWS = 100;
const COLUMNS = ["seq", "id", "stream_of", "stream_id", "at", "by", "kind", "version", "body", "hash"];
const MARKS = `(${COLUMNS.map(() => "?").join()})`;

/** The rows of new entries, in plain SQL: building the statement took longer than running it. */
function insertsOf(fresh: Group["fresh"]): InStatement[] {
  return Array.from({ length: Math.ceil(fresh.length / ROWS) }, (_, i) => {
    const rows = fresh.slice(i * ROWS, (i + 1) * ROWS);
    const sql = `insert into entries(${COLUMNS.join()}) values ${rows.map(() => MARKS).join()}`;
    return { sql, args: rows.flatMap(valuesOf) };
  });
}

const valuesOf = ({ seq, hash, entry: { id, stream, at, by, kind, version, body } }: Group["fresh"][number]): InValue[] => [
  seq,
  id,
  stream.of,
  stream.id,
  at,
  by,
  kind,
  version,
  JSON.stringify(body),
  hash,
];

const isEqual = (a: readonly string[], b: readonly string[]): boolean => a.every((word, i) => word === b[i]);

/** The columns that are not as they were; there is one at least, since the number of the last entry grows. */
const changedIn = (before: ListedJob, row: ListedJob): Partial<ListedJob> =>
  Object.fromEntries(Object.entries(row).filter(([key, value]) => !dequal(before[key as keyof ListedJob], value)));

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
