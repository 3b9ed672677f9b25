import { item, real, small } from "../array/at";
import type { SuspectSet } from "../diagnosis/suspect-set";
import { type Finding, findingKind, type Question } from "../finding/finding";
import { MISPLACED, OFF_SHARE, OFF_TIMES, STRAY_OPEN, STRAY_VALUE, USUAL_LEADS_OHM } from "../finding/kinds/ohms";
import { INTERMITTENT_IS_OPEN } from "../machine/fault";
import type { Machine } from "../machine/format";
import { type Prediction, readsOpen, type ValuePrediction } from "../prediction/prediction";
import type { Unit } from "../quantity/quantity";
import type { TestAction } from "./tests";

/** What a test may show, as a few classes that can be told apart, with P(class | hypothesis). Most hypotheses foresee the same: they share a row. */
export interface Outcomes {
  readonly classes: readonly OutcomeClass[];
  /** Number of its row, for each hypothesis. */
  readonly row: Uint16Array;
  /** P(class) row after row, class after class; a row adds up to 1. One array: it is read in the innermost of loops. */
  readonly shares: Float64Array;
}

/** P(one of these classes), row by row. */
export const sharesByRow = (outcomes: Outcomes, classes: readonly number[]): Float64Array =>
  Float64Array.from({ length: rowsIn(outcomes) }, (_, r) =>
    classes.reduce((sum, c) => sum + real(outcomes.shares, r * outcomes.classes.length + c), 0),
  );

/** How many different rows there are. */
export const rowsIn = ({ shares, classes }: Pick<Outcomes, "shares" | "classes">): number => shares.length / Math.max(1, classes.length);

/** P(class) under one hypothesis, class by class. */
export function rowOf({ row, shares, classes: { length } }: Outcomes, hypothesis: number): Float64Array {
  const at = small(row, hypothesis) * length;
  return shares.subarray(at, at + length);
}

export type OutcomeClass =
  | { readonly kind: "answer"; readonly value: string }
  | { readonly kind: "band"; readonly unit: Unit; readonly low: number; readonly high: number }
  | { readonly kind: "open" };

/** The outcome classes of a test over all hypotheses, while what is intermittent is good; empty classes never appear. One class, or none, means that the test tells nothing. */
export function steadyOutcomes({ predictor, faults, healthy }: SuspectSet, { question }: TestAction): Outcomes {
  const kind = findingKind(question);
  const asks = kind.asks(question, predictor.machine);
  if (!asks) return { classes: [], row: new Uint16Array(faults.length), shares: new Float64Array(0) };
  const predictions = kind.predict(question, faults, predictor, "technician");
  if ("answers" in asks) return answerOutcomes(predictor.machine, question, asks.answers, predictions);
  return bandOutcomes(predictions, item(predictions, healthy), asks.unit, (p) => kind.sigma(question, p));
}

/** What is intermittent shows now this, now that: its row is between that of a healthy machine and that of the one that is open. */
export function withIntermittent({ intermittent }: SuspectSet, outcomes: Outcomes): Outcomes {
  const { length } = outcomes.classes;
  if (length < 2) return outcomes;
  const row = outcomes.row.slice();
  const before = rowsIn(outcomes);
  const mixed: Float64Array[] = [];
  // Of a healthy machine’s row with another: what is intermittent is well while it is good.
  const known = new Map<number, number>();
  for (const { at, open } of intermittent) {
    const bad = small(outcomes.row, open);
    if (small(outcomes.row, at) === bad) continue;
    const number = known.get(bad) ?? before + mixed.length;
    if (number === before + mixed.length) {
      const ill = rowOf(outcomes, open);
      mixed.push(rowOf(outcomes, at).map((share, c) => (1 - INTERMITTENT_IS_OPEN) * share + INTERMITTENT_IS_OPEN * real(ill, c)));
      known.set(bad, number);
    }
    row[at] = number;
  }
  const shares = new Float64Array(outcomes.shares.length + mixed.length * length);
  shares.set(outcomes.shares);
  mixed.forEach((m, k) => {
    shares.set(m, outcomes.shares.length + k * length);
  });
  return { classes: outcomes.classes, row, shares };
}

/** Where no answer could be foreseen, each is as likely. */
function answerOutcomes(machine: Machine, question: Question, answers: readonly string[], predictions: readonly Prediction[]): Outcomes {
  const kind = findingKind(question);
  const judged = { machine, witness: "technician" } as const;
  const findings = answers.map((value) => ({ ...question, result: { is: "answer", value } }) as Finding);
  const sharesOf = (p: Prediction) =>
    Float64Array.from(findings, (f) => (p.is === "answer" ? kind.likelihood(f, p, judged) : 1 / answers.length));
  return { classes: answers.map((value) => ({ kind: "answer", value })), ...inRows(predictions, sharesOf) };
}

/** Digits to which the shares of a row are told: rows that differ by less are one. */
const DIGITS = 3;

/** Each prediction’s shares as a row; predictions with the same shares have the same. */
function inRows(predictions: readonly Prediction[], sharesOf: (p: Prediction) => Float64Array): Pick<Outcomes, "row" | "shares"> {
  const rows: Float64Array[] = [];
  const byShares = new Map<string, number>();
  const byPrediction = new Map<Prediction, number>();
  const row = Uint16Array.from(predictions, (p) => {
    const known = byPrediction.get(p);
    if (known !== undefined) return known;
    const shares = sharesOf(p);
    const key = Array.from(shares, (s) => s.toPrecision(DIGITS)).join();
    const number = byShares.get(key) ?? rows.push(shares) - 1;
    byShares.set(key, number);
    byPrediction.set(p, number);
    return number;
  });
  return { row, shares: Float64Array.from(rows.flatMap((r) => [...r])) };
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
  // Of what nobody foresees any value is as good as another.
  if (classes.length === 0) classes.push({ kind: "band", unit, low: 0, high: END });
  if (classes.length < 2) return { classes, row: new Uint16Array(predictions.length), shares: Float64Array.from(classes, () => 1) };
  return { classes, ...inRows(predictions, (p) => sharesOf(p, values.get(p), bands, classes.length)) };
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
