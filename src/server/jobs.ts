import { and, count, desc, eq, inArray, isNotNull, sql } from "drizzle-orm";
import type { Stage } from "../core/job/stages";
import type { ListedJob } from "../core/language/job-row";
import type { Database } from "./handle";
import { jobs } from "./schema";
import { matchOf } from "./search";

export const PAGE_SIZE = 25;
/** A search that finds more is told as “so many and more”. */
const COUNTED = 1000;

export interface JobPage {
  readonly jobs: readonly ListedJob[];
  readonly page: number;
  readonly pages: number;
  readonly total: number;
}

export interface ListQuery {
  readonly stage?: Stage | "closed" | undefined;
  /** Words that a job must have: place, customer, machine, serial number, complaint. */
  readonly q?: string | undefined;
  /** From 1. */
  readonly page: number;
}

/** Open jobs first, the most urgent of them first, then the last changed. `stage` keeps those at that stage; `q` those with these words. */
export async function listJobs(db: Database, { stage, q = "", page }: ListQuery): Promise<JobPage> {
  const match = matchOf(q);
  const atStage =
    stage === undefined ? undefined : stage === "closed" ? eq(jobs.closed, true) : and(eq(jobs.closed, false), eq(jobs.stage, stage));
  const found =
    match === undefined
      ? undefined
      : sql`${jobs.number} in (select rowid from job_words where job_words match ${match} order by rowid desc limit ${COUNTED})`;
  const where = and(atStage, found);
  const total = (await db.select({ n: count() }).from(jobs).where(where).get())?.n ?? 0;
  const rows = await db
    .select()
    .from(jobs)
    .where(where)
    .orderBy(jobs.closed, desc(jobs.urgency), desc(jobs.changedAt))
    .limit(PAGE_SIZE)
    .offset((page - 1) * PAGE_SIZE)
    .all();
  return { jobs: rows, page, pages: Math.max(1, Math.ceil(total / PAGE_SIZE)), total };
}

export const findJob = (db: Database, id: string): Promise<ListedJob | undefined> => db.select().from(jobs).where(eq(jobs.id, id)).get();

export const rowsOf = (db: Database, ids: readonly string[]): Promise<ListedJob[]> =>
  db
    .select()
    .from(jobs)
    .where(inArray(jobs.id, [...ids]))
    .all();

/** Open jobs that a browser keeps a copy of at most. */
const COPIED = 300;

/** The open jobs, the most urgent first, as many as a browser keeps. */
export const openJobs = (db: Database): Promise<ListedJob[]> =>
  db.select().from(jobs).where(eq(jobs.closed, false)).orderBy(desc(jobs.urgency), desc(jobs.changedAt)).limit(COPIED).all();

/** How many open jobs leave their machine in a state that can hurt somebody. */
export const countUnsafe = async (db: Database): Promise<number> =>
  (
    await db
      .select({ n: count() })
      .from(jobs)
      .where(and(eq(jobs.closed, false), isNotNull(jobs.unsafe)))
      .get()
  )?.n ?? 0;

/** A page of the list with what stands above it. */
export const listPage = async (db: Database, query: ListQuery): Promise<JobPage & { readonly unsafe: number }> => ({
  ...(await listJobs(db, query)),
  unsafe: query.page === 1 && query.stage !== "closed" && query.q === undefined ? await countUnsafe(db) : 0,
});
