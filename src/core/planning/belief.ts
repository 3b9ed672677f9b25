import type { Hypothesis } from "../diagnosis/hypotheses";
import type { Bench, Ranking } from "../diagnosis/rank";
import { isAcross } from "../job/closing";
import type { Job } from "../job/fold";
import { partOf } from "../machine/schema";

/** The hypotheses that still matter, with their weights: what is wrong now, given that it is not put right. */
export interface Belief {
  /** Numbers of the hypotheses in the bench. */
  readonly active: Int32Array;
  /** Adds up to nearly 1; parallel to `active`. */
  readonly weight: Float64Array;
  readonly hypotheses: readonly Hypothesis[];
}

/** A hypothesis below this share can't change what is done next. */
const NEGLIGIBLE = 5e-6;

/**
 * What is left to be wrong. Units fitted are taken out of each hypothesis; that all is well is left out once something
 * was fitted. Who trusts a cold coil takes one that read good to be good.
 */
export function beliefOf(bench: Bench, ranking: Ranking, job: Job): Belief {
  const left = bench.left(job.fitted.map((f) => f.unit));
  const mass = new Float64Array(bench.hypotheses.length);
  for (let i = 0; i < mass.length; i++) {
    const n = left[i] as number;
    mass[n] = (mass[n] as number) + (ranking.posterior[i] as number);
  }
  if (job.fitted.length > 0) mass[bench.healthy] = 0;
  if (job.school.coldCoil === "trust") for (const i of trustedCoils(bench, job)) mass[i] = 0;
  const sum = mass.reduce((a, b) => a + b, 0);
  const active: number[] = [];
  for (let i = 0; i < mass.length; i++) if (sum > 0 && (mass[i] as number) / sum > NEGLIGIBLE) active.push(i);
  return {
    active: Int32Array.from(active),
    weight: Float64Array.from(active, (i) => (mass[i] as number) / sum),
    hypotheses: active.map((i) => bench.hypotheses[i] as Hypothesis),
  };
}

/** Hypotheses of a coil that opens when hot though it was read cold and had its ohms. */
function trustedCoils({ hypotheses, predictor }: Bench, job: Job): number[] {
  const good = new Set(
    job.evidence.flatMap((e) => {
      if (e.finding.kind !== "reading") return [];
      const { reading } = e.finding;
      const part = predictor.machine.parts.find((p) => p.kind === "coil" && isAcross(reading, p));
      if (part?.kind !== "coil" || reading.value === null) return [];
      return Math.abs(reading.value / part.ohms - 1) < 2 * part.tolerance ? [part.id] : [];
    }),
  );
  return hypotheses.flatMap((h, i) =>
    h.faults.some((f) => f.mode === "opens-hot" && good.has(partOf(predictor.machine, f.part).id)) ? [i] : [],
  );
}
