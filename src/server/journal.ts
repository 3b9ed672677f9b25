import { asc, eq, max } from "drizzle-orm";
import { type Entry, entrySchema } from "../core/job/entry";
import { foldJob } from "../core/job/fold";
import { findMachine } from "../machines";
import type { Database } from "./database";
import { projectionOf } from "./projection";
import { entries, jobs } from "./schema";

/** What the server says of each entry it holds on disk, in the order asked. */
export interface Acknowledgement {
  readonly id: string;
  /** The server's order over all jobs, from 1. */
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
export function appendEntries(db: Database, batch: readonly Entry[]): Promise<Acknowledgement[]> {
  return db.transaction(async (tx) => {
    const acknowledged: Acknowledgement[] = [];
    const touched = new Set<string>();
    for (const [i, entry] of batch.entries()) {
      const known = await tx.select().from(entries).where(eq(entries.id, entry.id)).get();
      if (known) {
        refuseOther(toEntry(known), entry, i);
        acknowledged.push({ id: entry.id, seq: known.seq });
        continue;
      }
      await ensureJob(tx, entry, i);
      const { seq } = await tx.insert(entries).values(entry).returning({ seq: entries.seq }).get();
      acknowledged.push({ id: entry.id, seq });
      touched.add(entry.job);
    }
    for (const job of touched) await project(tx, job);
    return acknowledged;
  });
}

function refuseOther(known: Entry, entry: Entry, i: number): void {
  if (JSON.stringify(sorted(known)) === JSON.stringify(sorted(entry))) return;
  throw new JournalError(409, `entries.${i}.id`, `${entry.id} is already the id of another entry; give a new entry an id of its own`);
}

const sorted = (value: unknown): unknown =>
  value !== null && typeof value === "object" && !Array.isArray(value)
    ? Object.fromEntries(
        Object.entries(value)
          .sort(([a], [b]) => (a < b ? -1 : 1))
          .map(([k, v]) => [k, sorted(v)]),
      )
    : value;

/** A job begins with its `opened` entry; anything else for a job that is not here is refused. */
async function ensureJob(tx: Tx, entry: Entry, i: number): Promise<void> {
  const job = await tx.select({ id: jobs.id }).from(jobs).where(eq(jobs.id, entry.job)).get();
  if (job) return;
  if (entry.kind !== "opened")
    throw new JournalError(404, `entries.${i}.job`, `no job ${entry.job}: its first entry must be of kind “opened”`);
  const last = await tx
    .select({ number: max(jobs.number) })
    .from(jobs)
    .get();
  const number = (last?.number ?? 200) + 1;
  await tx
    .insert(jobs)
    .values({ id: entry.job, number, openedAt: entry.at, ...projectionOf(foldJob(entry.job, [entry], findMachine), entry) });
}

async function project(tx: Tx, job: string): Promise<void> {
  const rows = await tx.select().from(entries).where(eq(entries.job, job)).orderBy(asc(entries.seq)).all();
  const all = rows.map(toEntry);
  await tx
    .update(jobs)
    .set(projectionOf(foldJob(job, all, findMachine), all.at(-1) as Entry))
    .where(eq(jobs.id, job));
}

/** Entries of a job in the server's order; empty when there is no such job. */
export async function entriesOf(db: Database, job: string): Promise<Entry[]> {
  const rows = await db.select().from(entries).where(eq(entries.job, job)).orderBy(asc(entries.seq)).all();
  return rows.map(toEntry);
}

const toEntry = ({ seq: _, ...row }: typeof entries.$inferSelect): Entry => entrySchema.parse(row);
