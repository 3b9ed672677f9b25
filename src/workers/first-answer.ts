import { rank } from "../core/diagnosis/rank";
import type { SuspectSet } from "../core/diagnosis/suspect-set";
import type { Job } from "../core/job/fold";
import { assembliesFitted } from "../core/job/state";
import type { TestCatalogue } from "../core/planning/catalogue";
import type { Proposal } from "../core/planning/proposal";
import { propose } from "../core/planning/propose";
import type { Standing } from "./engine.protocol";
import { standingOf } from "./standing";

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
