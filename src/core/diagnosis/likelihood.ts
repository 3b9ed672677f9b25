import { isAcross } from "../job/closing";
import type { Reading, Sighting } from "../job/entry";
import type { Evidence } from "../job/fold";
import { answersOf, isLong, LOOKS, sightOf } from "../job/sights";
import type { Fault } from "../machine/fault";
import { FaultSet } from "../machine/fault";
import { thermistorOhms } from "../machine/network";
import type { Machine } from "../machine/schema";
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

/** 1 σ of a time that somebody took, of a thermometer in the exhaust and of a gauge at the duct (est.). */
const timeSigma = (seconds: number): number => Math.max(6, 0.25 * seconds);
const MEASURE_SIGMA = { "exhaust-peak": (c: number) => 3 + 0.04 * c, "back-pressure": (pa: number) => 8 + 0.15 * pa } as const;
/** Range over which a slip of such a finding is spread. */
const TIME_RANGE_S = 180;
export const measureSigma = (what: keyof typeof MEASURE_SIGMA, mean: number): number => MEASURE_SIGMA[what](mean);
const MEASURE_RANGE = { "exhaust-peak": 150, "back-pressure": 400 } as const;

/** P(an entry | faults) for a list of faults, with people's and meters' errors. 1 where the entry says nothing. */
export function likelihoodsOf(
  predictor: Predictor,
  list: readonly (readonly Fault[])[],
  finding: Evidence["finding"],
  source: Evidence["source"],
): Float64Array {
  const likelihoods = new Float64Array(list.length);
  if (finding.kind === "reading") {
    const reading = atRoomTemperature(predictor.machine, finding.reading);
    const predicted = predictor.readings(list, finding.reading);
    for (let i = 0; i < likelihoods.length; i++) likelihoods[i] = readingLikelihood(reading, predicted[i] as Predicted);
    return likelihoods;
  }
  const likelihood = sightedLikelihood(predictor, finding, source);
  for (let i = 0; i < likelihoods.length; i++) likelihoods[i] = likelihood(list[i] as readonly Fault[]);
  return likelihoods;
}

function sightedLikelihood(
  predictor: Predictor,
  finding: Exclude<Evidence["finding"], { kind: "reading" }>,
  source: Evidence["source"],
): (faults: readonly Fault[]) => number {
  switch (finding.kind) {
    case "measure": {
      const { what, value } = finding.measure;
      const density = (mean: number) => 0.97 * normal(value, mean, MEASURE_SIGMA[what](mean)) + 0.03 / MEASURE_RANGE[what];
      return byBehaviour(predictor, (faults) => density(predictor.measures(faults)[what]));
    }
    case "sighting":
      if (finding.sighting.sight === LOOKS) return (faults) => looksLikelihood(predictor, faults, finding.sighting);
      return byBehaviour(predictor, (faults) => sightingLikelihood(predictor, faults, finding.sighting, source));
  }
}

/** A thermistor read at a temperature of its own, carried along its curve to the room's, for which readings are predicted. */
export function atRoomTemperature(machine: Machine, reading: Reading): Reading {
  if (reading.atC === undefined || reading.value === null) return reading;
  const part = machine.parts.find((p) => p.kind === "thermistor" && isAcross(reading, p));
  if (part?.kind !== "thermistor") return reading;
  const factor = thermistorOhms(part, machine.thermal.ambientC) / thermistorOhms(part, reading.atC);
  return { ...reading, value: reading.value * factor };
}

/** Works a likelihood out once for all faults under which the machine runs alike. */
function byBehaviour(predictor: Predictor, of: (faults: readonly Fault[]) => number): (faults: readonly Fault[]) => number {
  const known = new Map<string, number>();
  return (faults) => {
    const key = predictor.behaviour(faults);
    let value = known.get(key);
    if (value === undefined) {
      value = of(faults);
      known.set(key, value);
    }
    return value;
  };
}

function looksLikelihood(predictor: Predictor, faults: readonly Fault[], sighting: Sighting): number {
  const p = 0.02 + 0.96 * looksBad(predictor.machine, new FaultSet(faults), sighting.part as string);
  return sighting.value === "bad" ? p : 1 - p;
}

/** P(this answer | faults), with people's errors and, where it was timed, the spread of the time. */
function sightingLikelihood(predictor: Predictor, faults: readonly Fault[], sighting: Sighting, source: Evidence["source"]): number {
  const factor = source === "customer" ? CUSTOMER_FACTOR : 1;
  const sight = sightOf(sighting.sight);
  if (source === "customer" && sighting.sight === "warm") return customerWarm(predictor, faults, sighting.value);
  const shares = predictor.sightShares(faults, isLong(sighting.sight))[sighting.sight];
  if (!sight || !shares) return 1;
  const answers = answersOf(predictor.machine, sighting.sight).length;
  const said = answerLikelihood(shares, sighting.value, answers, Math.min(0.5, sight.errorRate * factor));
  if (sighting.after === undefined || sighting.value !== "yes") return said;
  const at = predictor.measures(faults).times[sighting.sight];
  const slip = 0.05 / TIME_RANGE_S;
  return said * (at === undefined ? slip : 0.95 * normal(sighting.after, at, timeSigma(at)) + slip);
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

/** Whether a finding is what a healthy machine reads there: OL for OL, or within three and a half σ. */
export function healthyReading(predictor: Predictor, setup: ReadingSetup, finding: Evidence["finding"] | undefined): boolean {
  if (finding?.kind !== "reading") return true;
  const healthy = predictor.reading([], setup);
  const { value } = atRoomTemperature(predictor.machine, finding.reading);
  if (value === null || healthy.mean > OHM_RANGE) return (value === null) === healthy.mean > OHM_RANGE;
  return Math.abs(value - healthy.mean) < 3.5 * readingSigma(healthy, setup.unit) + 0.4;
}
