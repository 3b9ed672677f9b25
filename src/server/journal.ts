import { and, asc, eq, max } from "drizzle-orm";
import { lastOf } from "../core/array/at";
import { readKept } from "../core/job/entry";
import { foldJob } from "../core/job/fold";
import type { Envelope } from "../core/journal/envelope";
import { canonicalJson } from "../core/machine/revision";
import type { Database } from "./database";
import { machineFinder } from "./machines";
import { projectionOf } from "./projection";
import { entries, jobs } from "./schema";

/** What the server says of each entry it holds on disk, in the order asked. */
export interface Acknowledgement {
  readonly id: string;
  /** The server's order over all streams, from 1. */
  readonly seq: number;
}

/** A batch that can't be taken. Nothing of it was written. */
export class JournalError extends Error {
  constructor(
    readonly status: 404 | 409,
    readonly field: string,
    message: string,
  ) {
    super(message);
  }
}

type Tx = Parameters<Parameters<Database["transaction"]>[0]>[0];

/**
 * Appends a batch, all or nothing, and brings the projections of its jobs up to date in the same transaction.
 * An entry that is here already is acknowledged again and not written. Throws {@link JournalError}.
 */
export function appendEntries(db: Database, batch: readonly Envelope[]): Promise<Acknowledgement[]> {
  return db.transaction(async (tx) => {
    const acknowledged: Acknowledgement[] = [];
    const touched = new Set<string>();
    for (const [i, entry] of batch.entries()) {
      const known = await tx.select().from(entries).where(eq(entries.id, entry.id)).get();
      if (known) {
        refuseOther(toEnvelope(known), entry, i);
        acknowledged.push({ id: entry.id, seq: known.seq });
        continue;
      }
      if (entry.stream.of === "job") {
        await ensureJob(db, tx, entry, i);
        touched.add(entry.stream.id);
      }
      const { seq } = await tx.insert(entries).values(toRow(entry)).returning({ seq: entries.seq }).get();
      acknowledged.push({ id: entry.id, seq });
    }
    for (const job of touched) await project(db, tx, job);
    return acknowledged;
  });
}

function refuseOther(known: Envelope, entry: Envelope, i: number): void {
  if (canonicalJson(known) === canonicalJson(entry)) return;
  throw new JournalError(409, `entries.${i}.id`, `${entry.id} is already the id of another entry; give a new entry an id of its own`);
}

/** A job begins with its `opened` entry; anything else for a job that is not here is refused. */
async function ensureJob(db: Database, tx: Tx, entry: Envelope, i: number): Promise<void> {
  const { id } = entry.stream;
  const job = await tx.select({ id: jobs.id }).from(jobs).where(eq(jobs.id, id)).get();
  if (job) return;
  if (entry.kind !== "opened")
    throw new JournalError(404, `entries.${i}.stream.id`, `no job ${id}: its first entry must be of kind “opened”`);
  const last = await tx
    .select({ number: max(jobs.number) })
    .from(jobs)
    .get();
  const number = (last?.number ?? FIRST_NUMBER - 1) + 1;
  await tx.insert(jobs).values({ id, number, openedAt: entry.at, ...rowOf(db, id, [entry]) });
}

const FIRST_NUMBER = 201;

async function project(db: Database, tx: Tx, job: string): Promise<void> {
  const rows = await tx.select().from(entries).where(ofJob(job)).orderBy(asc(entries.seq)).all();
  await tx
    .update(jobs)
    .set(rowOf(db, job, rows.map(toEnvelope)))
    .where(eq(jobs.id, job));
}

const rowOf = (db: Database, job: string, all: readonly Envelope[]) =>
  projectionOf(foldJob(job, all.map(readKept), machineFinder(db)), lastOf(all));

const ofJob = (job: string) => and(eq(entries.streamOf, "job"), eq(entries.streamId, job));

/** Entries of a job as they were written, in the server's order; empty when there is no such job. */
export async function entriesOf(db: Database, job: string): Promise<Envelope[]> {
  const rows = await db.select().from(entries).where(ofJob(job)).orderBy(asc(entries.seq)).all();
  return rows.map(toEnvelope);
}

type Row = typeof entries.$inferSelect;

const toEnvelope = ({ seq: _, streamOf, streamId, ...row }: Row): Envelope => ({
  ...row,
  stream: { of: streamOf, id: streamId },
});

const toRow = ({ stream, ...entry }: Envelope): typeof entries.$inferInsert => ({ ...entry, streamOf: stream.of, streamId: stream.id });
