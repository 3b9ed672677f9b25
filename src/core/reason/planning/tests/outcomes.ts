import { item, real, small } from "../../../model/array/at";
import { USUAL_LEADS_OHM } from "../../../model/instrument/meter-error";
import { INTERMITTENT_IS_OPEN } from "../../../model/machine/fault";
import type { Machine } from "../../../model/machine/format";
import { type Prediction, readsOpen, type ValuePrediction } from "../../../model/prediction/prediction";
import type { Unit } from "../../../model/quantity/quantity";
import { type Finding, findingKind, type Question } from "../../../record/finding/finding";
import { MISPLACED, STRAY_OPEN, STRAY_VALUE } from "../../../record/finding/kinds/ohms";
import type { SuspectSet } from "../../diagnosis/suspect-set";
import { type Band, bandsOf, END, massIn, type Spread, type Weighed } from "./bands";
import type { TestAction } from "./tests";

/** Holds what a test may show, as a few classes that can be told apart, with P(class | hypothesis). Most hypotheses foresee the same: they share a row. */
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

/** Gives how many different rows there are. */
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
export function steadyOutcomes({ predictor, faults, healthy, logPrior }: SuspectSet, { question }: TestAction): Outcomes {
  const kind = findingKind(question);
  const asks = kind.asks(question, predictor.machine);
  if (!asks) return { classes: [], row: new Uint16Array(faults.length), shares: new Float64Array(0) };
  const predictions = kind.predict(question, faults, predictor, "technician");
  if ("answers" in asks) return answerOutcomes(predictor.machine, question, asks.answers, predictions);
  return bandOutcomes(predictions, logPrior.map(Math.exp), item(predictions, healthy), asks.unit, (p) => kind.sigma(question, p));
}

/** Gives what is intermittent shows now this, now that: its row is between that of a good machine and that of the one that is open. */
export function withIntermittent({ intermittent }: SuspectSet, outcomes: Outcomes): Outcomes {
  const { length } = outcomes.classes;
  if (length < 2) return outcomes;
  const row = outcomes.row.slice();
  const before = rowsIn(outcomes);
  const mixed: Float64Array[] = [];
  // Of a good machine’s row with another: what is intermittent is well while it is good.
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

/** Gives what is likely to be read, and the rest of the axis between: there lies what may have any value. `weights`: prior of each prediction. */
function bandOutcomes(
  predictions: readonly Prediction[],
  weights: Float64Array,
  healthy: Prediction,
  unit: Unit,
  sigmaOf: (p: ValuePrediction) => number,
): Outcomes {
  const known = new Map<Prediction, number>();
  predictions.forEach((p, i) => {
    known.set(p, (known.get(p) ?? 0) + real(weights, i));
  });
  const distinct = [...known.keys()];
  const spread = (p: ValuePrediction): Weighed => ({
    mean: p.mean + (unit === "ohm" ? USUAL_LEADS_OHM : 0),
    sigma: sigmaOf(p),
    weight: known.get(p) ?? 0,
  });
  const values = new Map<Prediction, Weighed>(
    distinct.flatMap((p) => (p.is === "value" && !readsOpen(p) ? [[p, spread(p)] as const] : [])),
  );
  const bands = bandsOf([...values.values()], healthy.is === "value" && !readsOpen(healthy) ? values.get(healthy) : undefined);
  const classes: OutcomeClass[] = bands.map((b) => ({ kind: "band", unit, low: b.low, high: b.high }));
  if (distinct.some(readsOpen)) classes.push({ kind: "open" });
  // Of what nobody foresees any value is as good as another.
  if (classes.length === 0) classes.push({ kind: "band", unit, low: 0, high: END });
  if (classes.length < 2) return { classes, row: new Uint16Array(predictions.length), shares: Float64Array.from(classes, () => 1) };
  return { classes, ...inRows(predictions, (p) => sharesOf(p, values.get(p), bands, classes.length)) };
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
