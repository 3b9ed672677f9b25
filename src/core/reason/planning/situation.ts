import type { Machine } from "../../model/machine/format";
import { isProven } from "../../record/job/closing/proven";
import type { Job } from "../../record/job/fold";
import type { JobState } from "../../record/job/state";
import type { Ranking } from "../diagnosis/rank";
import { foundOutside, lookedOutside } from "./outside";
import type { Proposal } from "./proposal";
import type { TestCatalogue } from "./tests/catalogue";

/** All by which a step is decided. */
export interface Situation {
  readonly catalogue: TestCatalogue;
  readonly machine: Machine;
  readonly job: Job;
  readonly ranking: Ranking;
  /** The proposal before: its promise is kept between equals, and told where it is not. */
  readonly before?: Proposal | undefined;
  /** A run that went well does not settle it: by the record something is not put right. */
  readonly unexplained: boolean;
  /** A run may prove what was fitted or put right. */
  readonly provable: boolean;
  /** True once all that the model does not have was looked for, and not found. */
  readonly looked: boolean;
}

/** A run that went well closes a job only while the record gives two to one that all is put right: a trouble that comes and goes runs well too. */
const MAY_CLOSE = 2 / 3;

export function situationOf(catalogue: TestCatalogue, job: Job, ranking: Ranking, before?: Proposal): Situation {
  const { machine } = catalogue.suspects.predictor;
  const unexplained = isProven(job) && ranking.fixed < MAY_CLOSE && !foundOutside(job)?.mended;
  const provable = !unexplained && mayProve(job);
  return { catalogue, machine, job, ranking, before, unexplained, provable, looked: lookedOutside(machine, job) };
}

/** A run that went wrong is made once more where the repair may still have been right. */
const MOST_PROOFS = 2;
/** More often, only once so many other things were found since. */
const FOUND_SINCE = 2;

/** True where a run may prove what was fitted or put right: it did not fail twice with nothing looked into since. */
export const mayProve = (job: JobState): boolean =>
  job.fitted.length > 0 &&
  (isProven(job) || runsSinceRepair(job) < MOST_PROOFS || job.evidence.length >= job.evidenceAtProof + FOUND_SINCE);

const runsSinceRepair = ({ evidence, fitted }: JobState): number =>
  evidence.filter((e) => e.fitted.length === fitted.length && e.finding.kind === "sight" && e.finding.place.sight === "starts").length;
