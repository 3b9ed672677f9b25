import { sql } from "drizzle-orm";
import type { Moved } from "../../core/model/access/own-times";
import type { Database } from "../database/handle";

/** Jobs that are looked at, the newest. */
const MOST_JOBS = 60;

/** Panels that this person took off or put back on machines of this kind, each with the minutes since what the same person recorded before it on that job. */
export async function movedBy(db: Database, machine: string, by: string): Promise<Moved[]> {
  const rows = await db.all<{ panel: string; state: string; minutes: number }>(sql`
    select panel, state, minutes from (
      select json_extract(body, '$.panel') as panel, json_extract(body, '$.state') as state, kind, by,
        lag(by) over at_job as by_before,
        (julianday(at) - julianday(lag(at) over at_job)) * 1440 as minutes
      from entries
      where stream_of = 'job' and stream_id in (select id from jobs where machine = ${machine} order by changed_at desc limit ${MOST_JOBS})
      window at_job as (partition by stream_id order by seq)
    )
    where kind = 'panel' and by = ${by} and by_before = ${by}`);
  return rows.flatMap((r) => (r.state === "off" || r.state === "on" ? [{ panel: r.panel, state: r.state, minutes: r.minutes }] : []));
}
