import { and, desc, eq, lt, ne, or, sql } from "drizzle-orm";
import type { ListedJob } from "../core/speech/words/job-row";
import { type EarlierVisit, earlierVisit } from "../core/speech/words/report/earlier-visits";
import type { Database } from "./database/handle";
import { jobs } from "./database/schema";
import { Folds } from "./journal/folds";

/** Earlier visits that are told, the newest. */
const MOST_VISITS = 5;

/** Earlier jobs on the same machine: by its serial number, or the same kind of machine at the same place where no two serial numbers say otherwise. */
export async function earlierVisits(db: Database, job: ListedJob): Promise<EarlierVisit[]> {
  const { id, openedAt, serial, machine, place } = job;
  const bySerial = serial ? sql`lower(trim(${jobs.serial})) = ${serial.trim().toLowerCase()}` : undefined;
  const unlikeSerial = serial ? sql`(${jobs.serial} is null or trim(${jobs.serial}) = '')` : undefined;
  const byPlace = machine
    ? and(eq(jobs.machine, machine), sql`lower(trim(${jobs.place})) = ${place.trim().toLowerCase()}`, unlikeSerial)
    : undefined;
  const same = or(bySerial, byPlace);
  if (!same) return [];
  const rows = await db
    .select()
    .from(jobs)
    .where(and(same, ne(jobs.id, id), lt(jobs.openedAt, openedAt)))
    .orderBy(desc(jobs.openedAt))
    .limit(MOST_VISITS)
    .all();
  const folds = new Folds(db);
  return Promise.all(rows.map(async (row) => earlierVisit((await folds.of(row.id)).fold.job, row)));
}
