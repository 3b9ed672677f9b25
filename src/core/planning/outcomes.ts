import { answerLikelihood, MISPLACED, measureSigma, OHM_RANGE, readingSigma } from "../diagnosis/likelihood";
import type { Predicted, Predictor } from "../diagnosis/predict";
import type { Bench } from "../diagnosis/rank";
import { looksBad } from "../diagnosis/watch";
import { answersOf, isLong, LOOKS, sightOf } from "../job/sights";
import { FaultSet } from "../machine/fault";
import type { TestAction } from "./tests";

/** What a test may show, as a few classes that can be told apart, with P(class | hypothesis). */
export interface Outcomes {
  readonly classes: readonly OutcomeClass[];
  /** share[class][hypothesis]; the classes of one hypothesis add up to 1. */
  readonly share: readonly Float64Array[];
}

export type OutcomeClass =
  | { readonly kind: "answer"; readonly value: string; readonly says: string }
  | { readonly kind: "band"; readonly unit: BandUnit; readonly low: number; readonly high: number }
  | { readonly kind: "open" };

export type BandUnit = "ohm" | "volt" | "celsius" | "pascal";

/** Predictions closer than this many of their joint σ can't be told apart. */
const APART = 4;
const MAX_BANDS = 6;

/** The outcome classes of a test over all hypotheses; empty classes never appear. One class means that the test tells nothing. */
export function outcomesOf({ predictor, hypotheses, faults }: Bench, test: TestAction): Outcomes {
  switch (test.kind) {
    case "sighting":
      return test.sight === LOOKS
        ? lookOutcomes({ predictor, hypotheses }, test.part as string)
        : sightOutcomes({ predictor, hypotheses }, test.sight);
    case "reading": {
      const { setup } = test;
      return bandOutcomes(predictor.readings(faults, setup), setup.unit, (p) => readingSigma(p, setup.unit));
    }
    case "measure": {
      const known = new Map<string, Predicted>();
      const predicted = hypotheses.map((h) => {
        const key = predictor.behaviour(h.faults);
        const p = known.get(key) ?? { mean: predictor.measures(h.faults)[test.what], sigma: 0, floating: false };
        known.set(key, p);
        return p;
      });
      return bandOutcomes(predicted, test.what === "exhaust-peak" ? "celsius" : "pascal", (p) => measureSigma(test.what, p.mean));
    }
  }
}

type Part = Pick<Bench, "hypotheses"> & { readonly predictor: Predictor };

function lookOutcomes({ predictor, hypotheses }: Part, part: string): Outcomes {
  const bad = Float64Array.from(hypotheses, (h) => 0.02 + 0.96 * looksBad(predictor.machine, new FaultSet(h.faults), part));
  return {
    classes: [
      { kind: "answer", value: "good", says: "looks good" },
      { kind: "answer", value: "bad", says: "looks bad" },
    ],
    share: [bad.map((p) => 1 - p), bad],
  };
}

function sightOutcomes({ predictor, hypotheses }: Part, id: string): Outcomes {
  const sight = sightOf(id);
  if (!sight) throw new RangeError(`“${id}” is not a sight`);
  const answers = answersOf(predictor.machine, id);
  const shares = hypotheses.map((h) => predictor.sightShares(h.faults, isLong(id))[id]);
  const n = answers.length;
  return {
    classes: answers.map((a) => ({ kind: "answer", value: a.value, says: a.says })),
    share: answers.map((a) => Float64Array.from(shares, (s) => (s ? answerLikelihood(s, a.value, n, sight.errorRate) : 1 / n))),
  };
}

/** Sorts the finite predictions and cuts them where the gap is wide against their spread. */
function bandOutcomes(predicted: readonly Predicted[], unit: BandUnit, sigmaOf: (p: Predicted) => number): Outcomes {
  const isOpen = (p: Predicted) => unit === "ohm" && p.mean > OHM_RANGE;
  const distinct = [...new Set(predicted)];
  const finite = distinct.filter((p) => !isOpen(p)).sort((a, b) => a.mean - b.mean);
  const bands: { low: number; high: number; top: Predicted }[] = [];
  for (const p of finite) {
    const band = bands.at(-1);
    const sigma = sigmaOf(p);
    const apart = band && p.mean - band.top.mean > APART * Math.hypot(sigma, sigmaOf(band.top)) && bands.length < MAX_BANDS;
    if (!band || apart) bands.push({ low: Math.max(0, p.mean - 2 * sigma), high: p.mean + 2 * sigma, top: p });
    else {
      band.high = Math.max(band.high, p.mean + 2 * sigma);
      band.top = p;
    }
  }
  const classes: OutcomeClass[] = bands.map((b) => ({ kind: "band", unit, low: b.low, high: b.high }));
  if (finite.length < distinct.length) classes.push({ kind: "open" });
  const classOf = new Map(distinct.map((p) => [p, isOpen(p) ? classes.length - 1 : bands.findIndex((b) => p.mean <= b.top.mean)]));
  if (classes.length === 1) return { classes, share: [new Float64Array(predicted.length).fill(1)] };
  const stray = MISPLACED / (classes.length - 1);
  const share = classes.map(() => new Float64Array(predicted.length).fill(stray));
  predicted.forEach((p, i) => {
    (share[classOf.get(p) as number] as Float64Array)[i] = 1 - MISPLACED;
  });
  return { classes, share };
}
