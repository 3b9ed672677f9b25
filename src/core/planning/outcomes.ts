import type { Hypothesis } from "../diagnosis/hypotheses";
import { remaining } from "../diagnosis/hypotheses";
import { answerLikelihood, MISPLACED, OHM_RANGE, readingSigma } from "../diagnosis/likelihood";
import type { Predicted, Predictor } from "../diagnosis/predict";
import { looksBad } from "../diagnosis/watch";
import { isLong, LOOKS, sightOf } from "../job/sights";
import { type Fault, FaultSet } from "../machine/fault";
import type { TestAction } from "./tests";

/** What a test may show, as a few classes that can be told apart, with P(class | hypothesis). */
export interface Outcomes {
  readonly classes: readonly OutcomeClass[];
  /** share[class][hypothesis]; the classes of one hypothesis add up to 1. */
  readonly share: readonly Float64Array[];
}

export type OutcomeClass =
  | { readonly kind: "answer"; readonly value: string; readonly says: string }
  | { readonly kind: "band"; readonly unit: "ohm" | "volt"; readonly low: number; readonly high: number }
  | { readonly kind: "open" };

/** Predictions closer than this many of their joint σ can't be told apart. */
const APART = 4;
const MAX_BANDS = 6;

/** The outcome classes of a test over all hypotheses; empty classes never appear. One class means that the test tells nothing. */
export function outcomesOf(predictor: Predictor, hypotheses: readonly Hypothesis[], test: TestAction, fitted: readonly string[]): Outcomes {
  const faultsOf = (h: Hypothesis) => remaining(predictor.machine, h.faults, fitted);
  if (test.kind === "sighting") return sightOutcomes(predictor, hypotheses.map(faultsOf), test);
  return readingOutcomes(
    hypotheses.map((h) => predictor.reading(faultsOf(h), test.setup)),
    test.setup.unit,
  );
}

function sightOutcomes(
  predictor: Predictor,
  faults: readonly (readonly Fault[])[],
  test: Extract<TestAction, { kind: "sighting" }>,
): Outcomes {
  if (test.sight === LOOKS) {
    const bad = Float64Array.from(faults, (f) => 0.02 + 0.96 * looksBad(predictor.machine, new FaultSet(f), test.part as string));
    return {
      classes: [
        { kind: "answer", value: "good", says: "looks good" },
        { kind: "answer", value: "bad", says: "looks bad" },
      ],
      share: [bad.map((p) => 1 - p), bad],
    };
  }
  const sight = sightOf(test.sight);
  if (!sight) throw new RangeError(`“${test.sight}” is not a sight`);
  const shares = faults.map((f) => predictor.sightShares(f, isLong(test.sight))[test.sight]);
  const n = sight.answers.length;
  return {
    classes: sight.answers.map((a) => ({ kind: "answer", value: a.value, says: a.says })),
    share: sight.answers.map((a) => Float64Array.from(shares, (s) => (s ? answerLikelihood(s, a.value, n, sight.errorRate) : 1 / n))),
  };
}

/** Sorts the finite predictions and cuts them where the gap is wide against their spread. */
function readingOutcomes(predicted: readonly Predicted[], unit: "ohm" | "volt"): Outcomes {
  const finite = predicted.filter((p) => !(unit === "ohm" && p.mean > OHM_RANGE)).sort((a, b) => a.mean - b.mean);
  const bands: { low: number; high: number; top: Predicted }[] = [];
  for (const p of finite) {
    const band = bands.at(-1);
    const sigma = readingSigma(p, unit);
    const apart = band && p.mean - band.top.mean > APART * Math.hypot(sigma, readingSigma(band.top, unit)) && bands.length < MAX_BANDS;
    if (!band || apart) bands.push({ low: Math.max(0, p.mean - 2 * sigma), high: p.mean + 2 * sigma, top: p });
    else {
      band.high = Math.max(band.high, p.mean + 2 * sigma);
      band.top = p;
    }
  }
  const classes: OutcomeClass[] = bands.map((b) => ({ kind: "band", unit, low: b.low, high: b.high }));
  const hasOpen = unit === "ohm" && finite.length < predicted.length;
  if (hasOpen) classes.push({ kind: "open" });
  const stray = classes.length > 1 ? MISPLACED / (classes.length - 1) : 0;
  const share = classes.map(() => new Float64Array(predicted.length).fill(stray));
  predicted.forEach((p, i) => {
    const k = unit === "ohm" && p.mean > OHM_RANGE ? classes.length - 1 : bands.findIndex((b) => p.mean <= b.top.mean);
    (share[k] as Float64Array)[i] = classes.length > 1 ? 1 - MISPLACED : 1;
  });
  return { classes, share };
}
