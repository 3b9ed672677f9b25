import type { Entry } from "./entry";
import type { Job, RecordLine } from "./fold";

type Readable = Exclude<RecordLine, { status: "unreadable" }>;

/**
 * Entries that “undo” takes back: all that one act of this person made, the last that still stands. What a line or a touch made was made at
 * one moment; a note that it stood for comes back with it. Nobody takes back what another entered by it.
 */
export function lastStanding(job: Job, by: string): readonly Entry[] {
  const lines = job.record.filter((l): l is Readable => l.status !== "unreadable");
  const standing = lines.filter((l) => (l.status === "counts" || l.status === "refused") && l.entry.by === by);
  const last = standing.findLast((l) => l.entry.kind !== "opened" && l.entry.kind !== "retract");
  if (!last) return [];
  const together = standing.filter((l) => l.entry.at === last.entry.at);
  // Whatever was told on opening the job was told one thing after another.
  return together.some((l) => l.entry.kind === "opened") ? [last.entry] : together.map((l) => l.entry);
}
