import { isReached } from "../../model/access/opening";
import { type Repair, repairOf, replaces } from "../../model/machine/assembly";
import { assembliesFitted, type JobState } from "../../record/job/state";
import type { Ranking } from "../diagnosis/rank";
import { repairShares } from "../diagnosis/repair-shares";
import type { SuspectSet } from "../diagnosis/suspect-set";
import { CALL_BACK_MINUTES } from "./prices";

/** Something that may be wrong besides, with its share. */
export interface Beside {
  readonly repair: Repair;
  readonly share: number;
}

/** What is less likely than this is left. */
const SLIGHT = 0.08;

/**
 * With the machine open: what else may be wrong, needs no part and nothing more opened, and is put right for less than being called back for it
 * would cost. `undefined`: nothing, or it was done.
 */
export function cheapBeside(set: SuspectSet, job: JobState, ranking: Ranking): Beside | undefined {
  const { machine } = set.predictor;
  const fitted = assembliesFitted(job);
  for (const { assemblies, share } of repairShares(set, ranking, fitted)) {
    const [assembly] = assemblies;
    if (assembly === undefined || assemblies.length > 1 || share < SLIGHT || fitted.includes(assembly)) continue;
    const repair = repairOf(machine, assembly);
    if (replaces(repair) || !isReached(machine, repair.panel, job)) continue;
    if (share * CALL_BACK_MINUTES > repair.minutes) return { repair, share };
  }
  return undefined;
}
