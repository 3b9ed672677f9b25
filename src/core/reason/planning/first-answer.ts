import type { Job } from "../../record/job/fold";
import { assembliesFitted } from "../../record/job/state";
import { rank } from "../diagnosis/rank";
import { type Standing, standingOf } from "../diagnosis/standing";
import type { SuspectSet } from "../diagnosis/suspect-set";
import type { Proposal } from "./proposal";
import { propose } from "./propose";
import type { TestCatalogue } from "./tests/catalogue";

/** What a page comes with: how the suspects of its job stand and what is next. */
export interface FirstAnswer {
  readonly standing: Standing;
  /** `null` when nothing is left to do. */
  readonly proposal: Proposal | null;
}

/** Nothing was proposed before. */
export function firstAnswer(suspects: SuspectSet, catalogue: TestCatalogue, job: Job): FirstAnswer {
  const ranking = rank(suspects, job.evidence, assembliesFitted(job));
  return { standing: standingOf(suspects, true, ranking, job), proposal: propose(catalogue, job, ranking) ?? null };
}
