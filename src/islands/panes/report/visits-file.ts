import { createEvents, type DateArray, type EventAttributes } from "ics";
import type { Job } from "../../../core/record/job/fold";

/** The visits of a job as an iCalendar file (RFC 5545): the first, and those that are planned; what is brought in twice is one event. Throws what the library says is wrong. */
export function visitsIcs(job: Pick<Job, "id" | "opened" | "openedAt" | "visits" | "complaint">, number: number | undefined): string {
  const about = { location: job.opened?.place ?? "", description: job.complaint?.words ?? "" };
  const title = (what: string) => `Job ${number ?? "new"}: ${what}`;
  // The library's types lack the time of writing; without it, it would be now, and no two files alike.
  const event = (uid: string, on: string, minutes: number, what: string): EventAttributes & { timestamp: number } => ({
    uid: `${uid}@yennic`,
    title: title(what),
    start: dateArray(on),
    startInputType: "utc",
    startOutputType: "utc",
    duration: { minutes },
    timestamp: Date.parse(job.openedAt ?? on),
    ...about,
  });
  const { error, value } = createEvents([
    ...(job.openedAt ? [event(job.id, job.openedAt, 60, job.opened?.customer ?? "visit")] : []),
    ...job.visits.map((v) => event(v.entry, v.on, v.minutes, v.what)),
  ]);
  if (!value) throw error ?? new Error("no visit to export");
  return value;
}

function dateArray(at: string): DateArray {
  const d = new Date(at);
  return [d.getUTCFullYear(), d.getUTCMonth() + 1, d.getUTCDate(), d.getUTCHours(), d.getUTCMinutes()];
}
