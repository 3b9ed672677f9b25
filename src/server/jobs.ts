import { and, count, desc, eq, isNotNull } from "drizzle-orm";
import type { Database } from "./database";
import { jobs } from "./schema";

export type JobRow = typeof jobs.$inferSelect;

export const PAGE_SIZE = 25;

export interface JobPage {
  readonly jobs: readonly JobRow[];
  readonly page: number;
  readonly pages: number;
  readonly total: number;
}

/** Open jobs first, the most urgent of them first, then the last changed. `stage` keeps those at that stage. Pages count from 1. */
export async function listJobs(db: Database, { stage, page }: { stage?: string | undefined; page: number }): Promise<JobPage> {
  const where =
    stage === undefined ? undefined : stage === "closed" ? eq(jobs.closed, true) : and(eq(jobs.closed, false), eq(jobs.stage, stage));
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

export const findJob = (db: Database, id: string): Promise<JobRow | undefined> => db.select().from(jobs).where(eq(jobs.id, id)).get();

/** How many open jobs leave their machine in a state that can hurt somebody. */
export const countUnsafe = async (db: Database): Promise<number> =>
  (
    await db
      .select({ n: count() })
      .from(jobs)
      .where(and(eq(jobs.closed, false), isNotNull(jobs.unsafe)))
      .get()
  )?.n ?? 0;
