import type { Job } from "../../../core/job/fold";

/** Id of the entry that “undo” takes back: the last that still stands. */
export function lastStanding(job: Job): string | undefined {
  const last = job.record.findLast(
    (l) => (l.status === "counts" || l.status === "refused") && l.entry.kind !== "opened" && l.entry.kind !== "retract",
  );
  return last && last.status !== "unreadable" ? last.entry.id : undefined;
}
