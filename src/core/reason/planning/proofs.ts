import { isProven } from "../../record/job/closing/proven";
import type { JobState } from "../../record/job/state";

/** A run that went wrong is made once more where the repair may still have been right. */
const MOST_PROOFS = 2;
/** More often, only once so many other things were found since. */
const FOUND_SINCE = 2;

/** Whether a run may prove what was fitted or put right: it did not fail twice with nothing looked into since. */
export const mayProve = (job: JobState): boolean =>
  job.fitted.length > 0 &&
  (isProven(job) || runsSinceRepair(job) < MOST_PROOFS || job.evidence.length >= job.evidenceAtProof + FOUND_SINCE);

const runsSinceRepair = ({ evidence, fitted }: JobState): number =>
  evidence.filter((e) => e.fitted.length === fitted.length && e.finding.kind === "sight" && e.finding.place.sight === "starts").length;
