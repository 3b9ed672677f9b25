import type { Row } from "@libsql/client";
import { and, asc, eq, gt, max } from "drizzle-orm";
import { type Envelope, readEnvelope, type Sequenced } from "../../core/record/journal/envelope";
import type { Database } from "../database/handle";
import { toSequenced } from "../database/rows";
import { entries } from "../database/schema";

/** Rows that are read and parsed at once: what takes longer would hold up every other request. */
const CHUNK = 500;

/** Lets other requests in: the database answers without ever leaving the present turn. */
export const breath = (): Promise<void> => new Promise((r) => setImmediate(r));

const ofJob = (job: string, after: number) => and(eq(entries.streamOf, "job"), eq(entries.streamId, job), gt(entries.seq, after));

/** Entries of a job behind a number, in the server's order, some hundreds at a time. */
export async function* entriesInChunks(db: Database, job: string, after = 0): AsyncGenerator<Sequenced[]> {
  for (let from = after; ; ) {
    const rows = await db.select().from(entries).where(ofJob(job, from)).orderBy(asc(entries.seq)).limit(CHUNK).all();
    if (rows.length > 0) yield rows.map(toSequenced);
    const last = rows.at(-1);
    if (!last || rows.length < CHUNK) return;
    from = last.seq;
    await breath();
  }
}

/** Entries of a job as they were written, in the server's order; empty when there is no such job. */
export async function entriesOf(db: Database, job: string): Promise<Envelope[]> {
  const all: Envelope[] = [];
  for await (const chunk of entriesInChunks(db, job)) all.push(...chunk.map((s) => s.entry));
  return all;
}

/** Where the journal stands: the number and hash of its last entry; 0 and the journal's id when it is empty. */
export interface Head {
  readonly seq: number;
  readonly hash: string;
}

/** Entries of all streams behind a number, at most `limit`. */
export async function entriesAfter(db: Database, after: number, limit = CHUNK): Promise<(Sequenced & Head)[]> {
  const rows = await db.select().from(entries).where(gt(entries.seq, after)).orderBy(asc(entries.seq)).limit(limit).all();
  return rows.map((row) => ({ ...toSequenced(row), hash: row.hash }));
}

export async function headOf(db: Database, journal: string): Promise<Head> {
  const last = await db
    .select({ seq: max(entries.seq) })
    .from(entries)
    .get();
  const hash = last?.seq ? await hashAt(db, last.seq) : undefined;
  return last?.seq && hash !== undefined ? { seq: last.seq, hash } : { seq: 0, hash: journal };
}

export const hashAt = async (db: Database, seq: number): Promise<string | undefined> =>
  (await db.select({ hash: entries.hash }).from(entries).where(eq(entries.seq, seq)).get())?.hash;

/**
 * Those of the ids that are in the journal, with their entries. In plain SQL: it is asked before every write, and most of
 * its time went into building the statement.
 */
export async function knownAmong(db: Database, ids: readonly string[]): Promise<Map<string, Sequenced>> {
  const known = new Map<string, Sequenced>();
  for (let i = 0; i < ids.length; i += CHUNK) {
    const some = ids.slice(i, i + CHUNK);
    const { rows } = await db.$client.execute({ sql: `select * from entries where id in (${some.map(() => "?").join()})`, args: some });
    for (const row of rows) {
      const sequenced = sequencedOf(row);
      known.set(sequenced.entry.id, sequenced);
    }
  }
  return known;
}

/** An entry from a row as SQLite gives it. Throws where the row holds none. */
export function sequencedOf(row: Row): Sequenced {
  const { id, at, by, kind, version } = row;
  const stream = { of: row.stream_of, id: row.stream_id };
  const read = readEnvelope({ id, stream, at, by, kind, version, body: JSON.parse(String(row.body)) });
  if (!read.ok) throw read.error;
  return { seq: Number(row.seq), entry: read.envelope };
}
