import { isProven } from "../job/proven";
import type { JobState } from "../job/state";

/** A run that went wrong is made once more where the repair may still have been right; not more often. */
const MOST_PROOFS = 2;

/** Whether a run may still prove what was fitted or put right: it was not held against it too often. */
export const mayProve = (job: JobState): boolean => job.fitted.length > 0 && (isProven(job) || runsSinceRepair(job) < MOST_PROOFS);

const runsSinceRepair = ({ evidence, fitted }: JobState): number =>
  evidence.filter((e) => e.fitted.length === fitted.length && e.finding.kind === "sight" && e.finding.place.sight === "starts").length;
