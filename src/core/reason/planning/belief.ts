import { item, real } from "../../model/array/at";
import { isAcross } from "../../record/finding/kinds/ohms";
import { readsHealthy } from "../../record/finding/limits/assess";
import { assembliesFitted, type JobState } from "../../record/job/state";
import type { Hypothesis } from "../diagnosis/hypotheses";
import type { Ranking } from "../diagnosis/rank";
import { massLeft } from "../diagnosis/repair-shares";
import type { SuspectSet } from "../diagnosis/suspect-set";

/** The hypotheses that still matter, with their weights: what is wrong now, given that it is not put right. */
export interface Belief {
  /** Numbers of the hypotheses in the set. */
  readonly active: Int32Array;
  /** Adds up to nearly 1; parallel to `active`. */
  readonly weight: Float64Array;
  readonly hypotheses: readonly Hypothesis[];
  /** Share of what is found on this job that is a slip, beyond the usual errors. */
  readonly slips: number;
}

/** A hypothesis below this share can't change what is done next; all of them together are half a hundredth. */
const NEGLIGIBLE = 2e-5;

/**
 * Gives what is left to be wrong. What was fitted is taken out of each hypothesis; that all is well is left out once something
 * was fitted. Who trusts a cold coil takes one that read good to be good.
 */
export function beliefOf(set: SuspectSet, ranking: Ranking, job: JobState): Belief {
  const mass = massLeft(set, ranking, assembliesFitted(job));
  if (job.fitted.length > 0) mass[set.healthy] = 0;
  if (job.preference.coldCoil === "trust") for (const i of trustedCoils(set, job)) mass[i] = 0;
  const sum = mass.reduce((a, b) => a + b, 0);
  const active: number[] = [];
  for (let i = 0; i < mass.length; i++) if (sum > 0 && real(mass, i) / sum > NEGLIGIBLE) active.push(i);
  return {
    active: Int32Array.from(active),
    weight: Float64Array.from(active, (i) => real(mass, i) / sum),
    hypotheses: active.map((i) => item(set.hypotheses, i)),
    slips: ranking.slips,
  };
}

/** Hypotheses of a coil that opens when hot though it was read cold and had its ohms. */
function trustedCoils({ hypotheses, predictor }: SuspectSet, { evidence }: JobState): number[] {
  const good = new Set(
    evidence.flatMap(({ finding }) => {
      if (finding.kind !== "ohms" || finding.result.is === "OL") return [];
      const part = predictor.machine.parts.find((p) => p.kind === "coil" && isAcross(finding, p));
      if (part === undefined) return [];
      return readsHealthy(predictor.machine, finding) ? [part.id] : [];
    }),
  );
  return hypotheses.flatMap((h, i) => (h.faults.some((f) => f.mode === "opens-hot" && good.has(f.part)) ? [i] : []));
}
