import type { Job } from "../core/job/fold";
import type { EntryKind } from "../core/job/kinds/index";
import type { Envelope } from "../core/journal/envelope";
import { blockerSays } from "../core/language/blockers";
import { entrySays } from "../core/language/entries";
import { standingSays } from "../core/language/standing";
import type { jobs } from "./schema";

type Columns = Omit<typeof jobs.$inferInsert, "id" | "number" | "openedAt">;

/** What the list of jobs shows of one, after its last entry. */
export function projectionOf(job: Job, last: Envelope): Columns {
  return {
    stage: job.stage,
    closed: job.closed,
    customer: job.opened?.customer ?? "?",
    place: job.opened?.place ?? "",
    machine: job.machineRef?.id ?? null,
    complaint: job.complaint?.words ?? null,
    power: job.safety.power,
    panelsOff: job.panelsOff.length,
    waits: waitsFor(job),
    ...standingSays(job),
    changedAt: last.at,
  };
}

/** Kinds of which the list does not speak as the last thing done. */
const BEGINNINGS: readonly EntryKind[] = ["opened", "machine", "complaint", "retract"];

/** What stands between the job and its close, in a few words. */
function waitsFor({ closed, fitted, blockers, record, machine }: Job): string | null {
  if (closed) return null;
  if (fitted.length > 0) {
    const [first] = blockers;
    return first ? blockerSays(machine, first).says : "ready to close";
  }
  const last = record.findLast((l) => l.status === "counts" && !BEGINNINGS.includes(l.entry.kind));
  return last?.status === "counts" ? `last: ${entrySays(machine, last.entry)}` : "nothing done yet";
}
