import { item, valueUnder } from "../array/at";
import type { SuspectSet } from "../diagnosis/suspect-set";
import { type Finding, findingKind, type Question } from "../finding/finding";
import { MISPLACED } from "../finding/kinds/ohms";
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

/** Predictions closer than this many of their joint σ can't be told apart. */
const APART = 4;
const MAX_BANDS = 6;

const ALL_ALIKE: Outcomes = { classes: [], share: [] };

/** The outcome classes of a test over all hypotheses; empty classes never appear. One class, or none, means that the test tells nothing. */
export function outcomesOf({ predictor, faults }: SuspectSet, { question }: TestAction): Outcomes {
  const kind = findingKind(question);
  const asks = kind.asks(question, predictor.machine);
  if (!asks) return ALL_ALIKE;
  const predictions = kind.predict(question, faults, predictor, "technician");
  if ("answers" in asks) return answerOutcomes(predictor.machine, question, asks.answers, predictions);
  return bandOutcomes(predictions, asks.unit, (p) => kind.sigma(question, p));
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

interface Band {
  low: number;
  high: number;
  top: ValuePrediction;
}

/** Sorts the predicted values and cuts them where the gap is wide against their spread; OL is a class of its own. */
function bandOutcomes(predictions: readonly Prediction[], unit: Unit, sigmaOf: (p: ValuePrediction) => number): Outcomes {
  const distinct = [...new Set(predictions)];
  const values = distinct.filter((p): p is ValuePrediction => p.is === "value" && !readsOpen(p)).sort((a, b) => a.mean - b.mean);
  const bands = bandsOf(values, sigmaOf);
  const classes: OutcomeClass[] = bands.map((b) => ({ kind: "band", unit, low: b.low, high: b.high }));
  if (distinct.some(readsOpen)) classes.push({ kind: "open" });
  if (classes.length < 2) return { classes, share: classes.map(() => new Float64Array(predictions.length).fill(1)) };
  const classOf = new Map(distinct.map((p) => [p, classNumber(p, bands)]));
  const stray = MISPLACED / (classes.length - 1);
  const share = classes.map(() => new Float64Array(predictions.length).fill(stray));
  predictions.forEach((p, i) => {
    const own = valueUnder(classOf, p);
    if (own === undefined) for (const s of share) s[i] = 1 / classes.length;
    else item(share, own)[i] = 1 - MISPLACED;
  });
  return { classes, share };
}

function bandsOf(sorted: readonly ValuePrediction[], sigmaOf: (p: ValuePrediction) => number): Band[] {
  const bands: Band[] = [];
  for (const p of sorted) {
    const band = bands.at(-1);
    const sigma = sigmaOf(p);
    const apart = band && p.mean - band.top.mean > APART * Math.hypot(sigma, sigmaOf(band.top)) && bands.length < MAX_BANDS;
    if (!band || apart) bands.push({ low: Math.max(0, p.mean - 2 * sigma), high: p.mean + 2 * sigma, top: p });
    else {
      band.high = Math.max(band.high, p.mean + 2 * sigma);
      band.top = p;
    }
  }
  return bands;
}

/** `undefined` for what can't be foreseen. */
function classNumber(p: Prediction, bands: readonly Band[]): number | undefined {
  if (readsOpen(p)) return bands.length;
  return p.is === "value" ? bands.findIndex((b) => p.mean <= b.top.mean) : undefined;
}
