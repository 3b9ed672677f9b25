import { and, count, desc, eq, inArray, isNotNull, sql } from "drizzle-orm";
import type { Stage } from "../../core/record/job/stages";
import type { ListedJob } from "../../core/speech/words/job-row";
import type { Database } from "../database/handle";
import { jobs } from "../database/schema";
import { matchOf } from "./search";

const PAGE_SIZE = 25;
/** Jobs that a search looks at, the newest; what it leaves out is told. */
const SEARCHED = 1000;

interface JobPage {
  readonly jobs: readonly ListedJob[];
  readonly page: number;
  readonly pages: number;
  readonly total: number;
}

interface ListQuery {
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
      : sql`${jobs.number} in (select rowid from job_words where job_words match ${match} order by rowid desc limit ${SEARCHED})`;
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

/** Gives how many jobs are open, which may be more than a browser keeps. */
export const countOpen = async (db: Database): Promise<number> =>
  (await db.select({ n: count() }).from(jobs).where(eq(jobs.closed, false)).get())?.n ?? 0;

/** Gives how many open jobs leave their machine in a state that can hurt somebody. */
const countUnsafe = async (db: Database): Promise<number> =>
  (
    await db
      .select({ n: count() })
      .from(jobs)
      .where(and(eq(jobs.closed, false), isNotNull(jobs.unsafe)))
      .get()
  )?.n ?? 0;

/** Gives how many jobs a search finds beyond those that it looks at. */
async function leftOut(db: Database, q: string): Promise<number> {
  const match = matchOf(q);
  if (match === undefined) return 0;
  const found = await db.get<{ n: number }>(sql`select count(*) as n from job_words where job_words match ${match}`);
  return Math.max(0, found.n - SEARCHED);
}

/** A page of the list with what stands above it. */
export const listPage = async (
  db: Database,
  query: ListQuery,
): Promise<JobPage & { readonly unsafe: number; readonly leftOut: number }> => ({
  ...(await listJobs(db, query)),
  leftOut: await leftOut(db, query.q ?? ""),
  unsafe: query.page === 1 && query.stage !== "closed" && query.q === undefined ? await countUnsafe(db) : 0,
});
