import { item, real, valueUnder } from "../array/at";
import type { SuspectSet } from "../diagnosis/suspect-set";
import { type Finding, findingKind, type Question } from "../finding/finding";
import { MISPLACED, OFF_SHARE, OFF_TIMES, STRAY_OPEN, STRAY_VALUE, USUAL_LEADS_OHM } from "../finding/kinds/ohms";
import type { Machine } from "../machine/format";
import { type Prediction, readsOpen, type ValuePrediction } from "../prediction/prediction";
import type { Unit } from "../quantity/quantity";
import type { TestAction } from "./tests";

/** What a test may show, as a few classes that can be told apart, with P(class | hypothesis). */
export interface Outcomes {
  readonly classes: readonly OutcomeClass[];
  /** share[class][hypothesis]; the classes of one hypothesis add up to 1. */
  readonly share: readonly Float64Array[];
}

export type OutcomeClass =
  | { readonly kind: "answer"; readonly value: string }
  | { readonly kind: "band"; readonly unit: Unit; readonly low: number; readonly high: number }
  | { readonly kind: "open" };

const ALL_ALIKE: Outcomes = { classes: [], share: [] };

/** The outcome classes of a test over all hypotheses; empty classes never appear. One class, or none, means that the test tells nothing. */
export function outcomesOf({ predictor, faults, healthy }: SuspectSet, { question }: TestAction): Outcomes {
  const kind = findingKind(question);
  const asks = kind.asks(question, predictor.machine);
  if (!asks) return ALL_ALIKE;
  const predictions = kind.predict(question, faults, predictor, "technician");
  if ("answers" in asks) return answerOutcomes(predictor.machine, question, asks.answers, predictions);
  return bandOutcomes(predictions, item(predictions, healthy), asks.unit, (p) => kind.sigma(question, p));
}

/** Where no answer could be foreseen, each is as likely. */
function answerOutcomes(machine: Machine, question: Question, answers: readonly string[], predictions: readonly Prediction[]): Outcomes {
  const kind = findingKind(question);
  const judged = { machine, witness: "technician" } as const;
  const shareOf = (value: string) => {
    const finding = { ...question, result: { is: "answer", value } } as Finding;
    const likelihood = remembered((p: Prediction) => (p.is === "answer" ? kind.likelihood(finding, p, judged) : 1 / answers.length));
    return Float64Array.from(predictions, likelihood);
  };
  return { classes: answers.map((value) => ({ kind: "answer", value })), share: answers.map(shareOf) };
}

function remembered<A, B>(of: (a: A) => B): (a: A) => B {
  const known = new Map<A, B>();
  return (a) => {
    const found = known.get(a) ?? of(a);
    known.set(a, found);
    return found;
  };
}

/** A part of the axis of values, from `low` up to `high`. */
interface Band {
  low: number;
  high: number;
}

/** What some hypotheses foresee closely, and the rest of the axis between: there lies what may have any value. */
function bandOutcomes(
  predictions: readonly Prediction[],
  healthy: Prediction,
  unit: Unit,
  sigmaOf: (p: ValuePrediction) => number,
): Outcomes {
  const distinct = [...new Set(predictions)];
  const spread = (p: ValuePrediction): Spread => ({ mean: p.mean + (unit === "ohm" ? USUAL_LEADS_OHM : 0), sigma: sigmaOf(p) });
  const values = new Map<Prediction, Spread>(distinct.flatMap((p) => (p.is === "value" && !readsOpen(p) ? [[p, spread(p)] as const] : [])));
  const bands = bandsOf([...values.values()], healthy.is === "value" && !readsOpen(healthy) ? values.get(healthy) : undefined);
  const classes: OutcomeClass[] = bands.map((b) => ({ kind: "band", unit, low: b.low, high: b.high }));
  if (distinct.some(readsOpen)) classes.push({ kind: "open" });
  if (classes.length < 2) return { classes, share: classes.map(() => new Float64Array(predictions.length).fill(1)) };
  const known = new Map(distinct.map((p) => [p, sharesOf(p, values.get(p), bands, classes.length)]));
  const share = classes.map(() => new Float64Array(predictions.length));
  predictions.forEach((p, i) => {
    const own = valueUnder(known, p);
    share.forEach((s, k) => {
      s[i] = real(own, k);
    });
  });
  return { classes, share };
}

interface Spread {
  readonly mean: number;
  readonly sigma: number;
}

/** Foreseen as closely as this, as a share or in units, a value has a band of its own. */
const CLOSE_SHARE = 0.3;
const CLOSE_UNITS = 0.45;
const BAND_SIGMAS = 3;
const MOST_BANDS = 6;
/** A stretch in which nobody's value lies is none. */
const LEAST_MASS = 0.02;
/** End of the axis: beyond it an ohm-meter shows OL, and nothing else gets there. */
const END = 1e9;

function bandsOf(values: readonly Spread[], healthy: Spread | undefined): Band[] {
  const around = ({ mean, sigma }: Spread): Band => ({ low: Math.max(0, mean - BAND_SIGMAS * sigma), high: mean + BAND_SIGMAS * sigma });
  const own = healthy && around(healthy);
  const close = values.filter((v) => v.sigma <= Math.max(CLOSE_UNITS, CLOSE_SHARE * v.mean)).map(around);
  const edges = [0, END, ...(own ? [own.low, own.high] : []), ...joined(close).flatMap((b) => [b.low, b.high])];
  const inOwn = (x: number) => own !== undefined && x > own.low && x < own.high;
  const cuts = [...new Set(edges.filter((x) => !inOwn(x)))].sort((a, b) => a - b);
  const stretches = cuts.slice(1).map((high, k): Band => ({ low: item(cuts, k), high }));
  const mass = (b: Band) => values.reduce((most, v) => Math.max(most, massIn(v, b)), 0);
  const peopled = stretches.filter((b) => mass(b) > LEAST_MASS);
  return fewer(peopled, own, mass);
}

/** Bands that overlap, as one. */
function joined(bands: readonly Band[]): Band[] {
  const out: Band[] = [];
  for (const b of [...bands].sort((x, y) => x.low - y.low)) {
    const last = out.at(-1);
    if (last && b.low <= last.high) last.high = Math.max(last.high, b.high);
    else out.push({ ...b });
  }
  return out;
}

/** Neighbours are put together, those that tell least first; a healthy reading keeps its own band. */
function fewer(bands: readonly Band[], own: Band | undefined, mass: (b: Band) => number): Band[] {
  const left = bands.map((b) => ({ ...b }));
  while (left.length > MOST_BANDS) {
    let best = -1;
    let least = Infinity;
    for (let k = 0; k + 1 < left.length; k++) {
      const [a, b] = [item(left, k), item(left, k + 1)];
      const isOwn = own !== undefined && (a.low === own.low || b.low === own.low);
      const tells = Math.min(mass(a), mass(b)) + (isOwn ? 1 : 0);
      if (tells < least) [best, least] = [k, tells];
    }
    const gone = item(left, best + 1);
    item(left, best).high = gone.high;
    left.splice(best + 1, 1);
  }
  return left;
}

/** P(class) under one prediction: its band with wide tails, and what goes astray. */
function sharesOf(p: Prediction, spread: Spread | undefined, bands: readonly Band[], classes: number): Float64Array {
  const shares = new Float64Array(classes);
  const open = classes - 1;
  const opens = classes > bands.length;
  if (!spread && !readsOpen(p)) return shares.fill(1 / classes);
  const own = spread ? 1 - MISPLACED : 0;
  if (!spread) shares[open] = 1 - STRAY_VALUE;
  else if (opens) shares[open] = STRAY_OPEN;
  const astray = (1 - own - (opens ? real(shares, open) : 0)) / Math.max(1, bands.length);
  bands.forEach((b, k) => {
    shares[k] = real(shares, k) + astray + (spread ? own * massIn(spread, b) : 0);
  });
  const sum = shares.reduce((total, s) => total + s, 0);
  return shares.map((s) => s / sum);
}

function massIn({ mean, sigma }: Spread, { low, high }: Band): number {
  const within = (times: number) => normalBelow((high - mean) / (times * sigma)) - normalBelow((low - mean) / (times * sigma));
  return (1 - OFF_SHARE) * within(1) + OFF_SHARE * within(OFF_TIMES);
}

/** Normal distribution function, to 1e-7 (Abramowitz & Stegun 1964, 26.2.17). */
function normalBelow(z: number): number {
  const t = 1 / (1 + 0.2316419 * Math.abs(z));
  const poly = t * (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))));
  const tail = (Math.exp((-z * z) / 2) / Math.sqrt(2 * Math.PI)) * poly;
  return z > 0 ? 1 - tail : tail;
}
