import { entrySays } from "../core/entry/says";
import type { Entry } from "../core/job/entry";
import type { Job } from "../core/job/fold";
import { findMachine } from "../machines";
import type { jobs } from "./schema";

type Columns = Omit<typeof jobs.$inferInsert, "id" | "number" | "openedAt">;

/** What the list of jobs shows of one, after its last entry. */
export function projectionOf(job: Job, last: Entry): Columns {
  return {
    stage: job.stage,
    closed: job.closed,
    customer: job.opened?.customer ?? "?",
    place: job.opened?.place ?? "",
    machine: job.machineId ?? null,
    complaint: job.complaint?.words ?? null,
    power: job.safety.power,
    panelsOff: job.panelsOff.length,
    waits: waitsFor(job),
    changedAt: last.at,
  };
}

/** What stands between the job and its close, in a few words. */
function waitsFor(job: Job): string | null {
  if (job.closed) return null;
  if (job.fitted.length > 0) {
    const first = job.blockers[0];
    return first ? first.says : "ready to close";
  }
  const last = job.record.findLast((l) => l.status === "counts" && !["opened", "machine", "complaint", "retract"].includes(l.entry.kind));
  if (!last) return "nothing done yet";
  return `last: ${entrySays(job.machineId === undefined ? undefined : findMachine(job.machineId), last.entry)}`;
}
