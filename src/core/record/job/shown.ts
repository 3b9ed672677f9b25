import type { FindMachine } from "../../model/machine/revision";
import type { Job } from "./fold";
import type { Evidence } from "./state";

/** Holds what a page shows of a job before its entries are there: as folded, but of a long one only the last of its record. */
export type ShownJob = Omit<Job, "machine">;

const EVIDENCE = 200;
const RECORD = 60;

/** Leaves out the machine, which goes beside it, and of a long job what is not in sight. */
export function shownOf({ machine: _, ...job }: Job): ShownJob {
  const evidence = isEnough(job) ? job.evidence : lastOfEachPlace(job.evidence);
  return { ...job, evidence, record: job.record.slice(-RECORD) };
}

/** True where all that is known of the job is shown, its record excepted: enough to work out what is next. */
export const isEnough = (job: Pick<Job, "evidence">): boolean => job.evidence.length <= EVIDENCE;

/** The last finding of each place, in order: what stands on the sheet. */
function lastOfEachPlace(evidence: readonly Evidence[]): readonly Evidence[] {
  const last = new Map(evidence.map((e) => [JSON.stringify([e.finding.kind, e.finding.place]), e]));
  return evidence.filter((e) => last.get(JSON.stringify([e.finding.kind, e.finding.place])) === e);
}

export function withMachine(shown: ShownJob, find: FindMachine): Job {
  const machine = shown.machineRef && find(shown.machineRef);
  return machine ? { ...shown, machine } : shown;
}
