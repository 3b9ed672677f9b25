import { randomUUID } from "node:crypto";
import { and, asc, desc, eq, isNull, lt } from "drizzle-orm";
import { readKept } from "../../core/record/job/entry";
import type { Envelope } from "../../core/record/journal/envelope";
import { MACHINES } from "../../machines";
import type { Database } from "../database/handle";
import { toEnvelope } from "../database/rows";
import { about, entries, jobs } from "../database/schema";
import { linkOf } from "./chain";
import { Journal, type Outcome } from "./journal";

const journals = new WeakMap<Database, Journal>();

/** The journal of an open database: one writer, one feed. */
export function journalOf(db: Database): Journal {
  const journal = journals.get(db);
  if (!journal) throw new Error("the database was not opened by openDatabase");
  return journal;
}

/** Gives the journal its id at the first opening, and hashes to rows of a version that had none. */
export async function keepJournal(db: Database): Promise<void> {
  await db.insert(about).values({ name: "journal", value: randomUUID() }).onConflictDoNothing();
  const id = (await db.select().from(about).where(eq(about.name, "journal")).get())?.value ?? "";
  await chainAll(db, id);
  await nameMachines(db);
  journals.set(db, new Journal(db, id));
}

/** Rows of a version whose list knew the ids of machines only. */
async function nameMachines(db: Database): Promise<void> {
  for (const { id, maker, model } of MACHINES) {
    const unnamed = and(eq(jobs.machine, id), isNull(jobs.machineName));
    await db
      .update(jobs)
      .set({ machineName: `${maker} ${model}` })
      .where(unnamed);
  }
}

const CHUNK = 500;

async function chainAll(db: Database, journal: string): Promise<void> {
  for (;;) {
    const rows = await db.select().from(entries).where(eq(entries.hash, "")).orderBy(asc(entries.seq)).limit(CHUNK).all();
    const [first] = rows;
    if (!first) return;
    let before = (await lastHashBefore(db, first.seq)) ?? journal;
    await db.transaction(async (tx) => {
      for (const row of rows) {
        before = linkOf(before, row.seq, toEnvelope(row));
        await tx.update(entries).set({ hash: before }).where(eq(entries.seq, row.seq));
      }
    });
  }
}

const lastHashBefore = async (db: Database, seq: number): Promise<string | undefined> =>
  (await db.select({ hash: entries.hash }).from(entries).where(lt(entries.seq, seq)).orderBy(desc(entries.seq)).limit(1).get())?.hash;

/** Takes entries; see {@link Journal.append}. */
export const appendEntries = (db: Database, batch: readonly Envelope[]): Promise<Outcome[]> =>
  journalOf(db).append(batch.map((envelope) => ({ envelope, kept: readKept(envelope) })));
