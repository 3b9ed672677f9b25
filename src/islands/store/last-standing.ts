import type { Job, RecordLine } from "../../core/record/job/fold";

type Readable = Exclude<RecordLine, { status: "unreadable" }>;

/**
 * Ids of the entries that “undo” takes back: all that one act made, the last that still stands. What a line or a touch made was made at one
 * moment by one person; a note that it stood for comes back with it.
 */
export function lastStanding(job: Job): readonly string[] {
  const lines = job.record.filter((l): l is Readable => l.status !== "unreadable");
  const standing = lines.filter((l) => l.status === "counts" || l.status === "refused");
  const last = standing.findLast((l) => l.entry.kind !== "opened" && l.entry.kind !== "retract");
  if (!last) return [];
  const { at, by } = last.entry;
  const together = standing.filter((l) => l.entry.at === at && l.entry.by === by);
  // Whatever was told on opening the job was told one thing after another.
  return together.some((l) => l.entry.kind === "opened") ? [last.entry.id] : together.map((l) => l.entry.id);
}
