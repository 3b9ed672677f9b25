import type { Reading, Sighting } from "../job/entry";
import type { Evidence } from "../job/fold";
import { isLong, LOOKS, sightOf } from "../job/sights";
import type { Fault } from "../machine/fault";
import { FaultSet } from "../machine/fault";
import type { Predicted, Predictor, ReadingSetup } from "./predict";
import { looksBad } from "./watch";

/** Chance that a lead sat elsewhere, slipped, or the value was mistyped (est.). */
export const MISPLACED = 0.02;
/** Above this the meter shows OL, Ω. */
export const OHM_RANGE = 40e6;
/** F9, a common handheld meter: ± (0.9 % + leads and zero), as 1 σ. */
const METER_SHARE = 0.005;
const LEAD_SIGMA_OHM = 0.12;
const CUSTOMER_FACTOR = 3;
const WARM_ERROR = 0.03;

const SQRT_2PI = Math.sqrt(2 * Math.PI);
const normal = (x: number, mean: number, sigma: number): number => Math.exp(-(((x - mean) / sigma) ** 2) / 2) / (sigma * SQRT_2PI);

/** 1 σ of what the meter adds to a predicted reading, in quadrature with the parts' own spread. */
export function readingSigma(p: Predicted, unit: "ohm" | "volt"): number {
  return unit === "volt" ? Math.max(1, p.sigma) : Math.hypot(p.sigma, METER_SHARE * p.mean, LEAD_SIGMA_OHM);
}

/**
 * Density (per Ω or V; a mass for OL) of a reading under a prediction: the meter's band round the predicted value, and a
 * small share for a misplaced lead, spread evenly over the decades (ohms) or over the range (volts).
 */
export function readingLikelihood(reading: Pick<Reading, "unit" | "value">, p: Predicted): number {
  if (reading.unit === "volt") {
    const x = Math.abs(reading.value as number);
    return (1 - MISPLACED) * normal(x, p.mean, readingSigma(p, "volt")) + MISPLACED / 250;
  }
  const predictedOpen = p.mean > OHM_RANGE;
  if (reading.value === null) return predictedOpen ? 1 - MISPLACED * 0.6 : MISPLACED * 0.4;
  const stray = (MISPLACED * 0.6) / (Math.max(reading.value, 0.1) * Math.log(OHM_RANGE / 0.1));
  return stray + (predictedOpen ? 0 : (1 - MISPLACED) * normal(reading.value, p.mean, readingSigma(p, "ohm")));
}

/** P(this answer | faults), with people's errors. 1 where the sight says nothing. */
export function sightingLikelihood(
  predictor: Predictor,
  faults: readonly Fault[],
  sighting: Sighting,
  source: "customer" | "technician",
): number {
  const factor = source === "customer" ? CUSTOMER_FACTOR : 1;
  if (sighting.sight === LOOKS) {
    const bad = looksBad(predictor.machine, new FaultSet(faults), sighting.part as string);
    const p = 0.02 + 0.96 * bad;
    return sighting.value === "bad" ? p : 1 - p;
  }
  const sight = sightOf(sighting.sight);
  if (source === "customer" && sighting.sight === "warm") return customerWarm(predictor, faults, sighting.value);
  const shares = predictor.sightShares(faults, isLong(sighting.sight))[sighting.sight];
  if (!sight || !shares) return 1;
  return answerLikelihood(shares, sighting.value, sight.answers.length, sight.errorRate * factor);
}

/** A customer who speaks of heat speaks of the whole cycle as often as of its start (est.): lost later is “no heat” too. */
function customerWarm(predictor: Predictor, faults: readonly Fault[], value: string): number {
  const early = predictor.sightShares(faults, false).warm?.yes ?? 0;
  const kept = early > 0.05 ? (predictor.sightShares(faults, true).keeps?.yes ?? 1) : 1;
  const yes = early * (0.5 + 0.5 * kept);
  return answerLikelihood({ yes, no: 1 - yes }, value, 2, WARM_ERROR * CUSTOMER_FACTOR);
}

/** A mistaken answer is any answer with the same chance. */
export const answerLikelihood = (shares: Readonly<Record<string, number>>, value: string, answers: number, error: number): number =>
  (1 - error) * (shares[value] ?? 0) + error / answers;

export function evidenceLikelihood(predictor: Predictor, faults: readonly Fault[], evidence: Evidence): number {
  return evidence.finding.kind === "sighting"
    ? sightingLikelihood(predictor, faults, evidence.finding.sighting, evidence.source)
    : readingLikelihood(evidence.finding.reading, predictor.reading(faults, evidence.finding.reading));
}

/** Whether a finding is what a healthy machine reads there: OL for OL, or within three and a half σ. */
export function healthyReading(predictor: Predictor, setup: ReadingSetup, finding: Evidence["finding"] | undefined): boolean {
  if (finding?.kind !== "reading") return true;
  const healthy = predictor.reading([], setup);
  const { value } = finding.reading;
  if (value === null || healthy.mean > OHM_RANGE) return (value === null) === healthy.mean > OHM_RANGE;
  return Math.abs(value - healthy.mean) < 3.5 * readingSigma(healthy, setup.unit) + 0.4;
}
