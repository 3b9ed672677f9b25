import type { Job } from "../job/fold";
import type { EntryKind } from "../job/kinds/index";
import type { Stage } from "../job/stages";
import { blockerSays } from "./blockers";
import { entrySays } from "./entries";
import { type StandingWords, standingSays } from "./standing";

/** What a list of jobs shows of one. The server keeps it beside the journal; a browser makes it of the entries that it holds. */
export interface JobRow extends StandingWords {
  readonly id: string;
  readonly stage: Stage;
  readonly closed: boolean;
  readonly customer: string;
  readonly place: string;
  readonly machine: string | null;
  readonly serial: string | null;
  readonly complaint: string | null;
  readonly power: Job["safety"]["power"];
  readonly panelsOff: number;
  readonly waits: string | null;
  readonly openedAt: string;
  readonly changedAt: string;
}

/** The row of a job whose first and last entry were made at these times. */
export function jobRow(job: Job, openedAt: string, changedAt: string): JobRow {
  return {
    id: job.id,
    stage: job.stage,
    closed: job.closed,
    customer: job.opened?.customer ?? "?",
    place: job.opened?.place ?? "",
    machine: job.machineRef?.id ?? null,
    serial: job.serial ?? null,
    complaint: job.complaint?.words ?? null,
    power: job.safety.power,
    panelsOff: job.panelsOff.length,
    waits: waitsFor(job),
    ...standingSays(job),
    openedAt,
    changedAt,
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
