import { z } from "zod";
import type { Fault } from "../../model/machine/fault";
import type { Machine } from "../../model/machine/format";
import type { Prediction, ValuePrediction } from "../../model/prediction/prediction";
import type { Predictor } from "../../model/prediction/predictor";
import type { Unit } from "../../model/quantity/quantity";
import { circumstancesSchema } from "./circumstances";

export type Witness = "customer" | "technician";

export const ref = z.string().regex(/^[a-zA-Z][\w.-]{0,59}$/, "an id of letters, digits, dots and hyphens");

/** Holds what decides how likely a result is besides the prediction. */
export interface Judged {
  readonly machine: Machine;
  readonly witness: Witness;
  /** Ω of the meter's leads; left out: as leads are on the whole. */
  readonly leadOhms?: number;
}

/** Holds what may be found: one of a few answers, a value in a unit, or neither that could be foreseen. */
type Asks = { readonly answers: readonly string[] } | { readonly unit: Unit } | null;

/**
 * Power in which something is found: `dead` proven dead; `live` energised and allowed on this job; `wall` the same at the outlet, where
 * the machine's own state does not matter; `on` anything but dead; `any`.
 */
export type Power = "dead" | "live" | "wall" | "on" | "any";

type Found = { readonly kind: string; readonly place: unknown; readonly result: unknown };
/** A finding before it is found. */
export type QuestionOf<F> = F extends unknown ? Omit<F, "result" | "meter"> : never;

/** All that the program has to know of a kind of finding. A new kind fills every field; none has a default. */
export interface FindingDefinition<K extends string, S extends z.ZodType<Found>> {
  readonly kind: K;
  readonly schema: S;
  /** Gives what it names that this machine does not have; `undefined` when all is there. */
  readonly unknownName: (question: QuestionOf<z.infer<S>>, machine: Machine) => string | undefined;
  readonly power: (question: QuestionOf<z.infer<S>>, machine: Machine | undefined) => Power;
  /** Points and parts that probes or hands touch. */
  readonly touches: (question: QuestionOf<z.infer<S>>) => readonly string[];
  readonly asks: (question: QuestionOf<z.infer<S>>, machine: Machine) => Asks;
  /** Holds what the machine would show under each of a list of faults. Equal machines get the same object. */
  readonly predict: (
    question: QuestionOf<z.infer<S>>,
    list: readonly (readonly Fault[])[],
    predictor: Predictor,
    witness: Witness,
  ) => readonly Prediction[];
  /** P(result | prediction), or its density per unit; 1 where the finding says nothing. */
  readonly likelihood: (finding: z.infer<S>, prediction: Prediction, judged: Judged) => number;
  /** Holds what may have been answered instead, by mistake, with its chance (est.): a reading taken with the wires still on. */
  readonly mistakenFor?: (
    question: QuestionOf<z.infer<S>>,
  ) => { readonly question: QuestionOf<z.infer<S>>; readonly chance: number } | undefined;
  /** 1 σ of a predicted value with the instrument's own error; the quantity's unit. */
  readonly sigma: (question: QuestionOf<z.infer<S>>, prediction: ValuePrediction) => number;
  readonly says: (finding: z.infer<S>, machine: Machine) => string;
}

export const defineFinding = <K extends string, S extends z.ZodType<Found>>(d: FindingDefinition<K, S>): FindingDefinition<K, S> => d;

export const answerSchema = z
  .strictObject({ is: z.literal("answer"), value: z.string().max(20).describe("The answer; “unknown” for can't tell.") })
  .describe("An answer.");
export const valueSchema = <U extends Unit>(unit: U) =>
  z
    .strictObject({
      is: z.literal("value"),
      value: z.number().describe("In the unit, SI but for °C."),
      unit: z.literal(unit),
    })
    .describe("A value.");
export const openSchema = z.strictObject({ is: z.literal("OL") }).describe("The meter showed OL: an open line.");

/** With what something was read. */
export const readingMeterSchema = z
  .strictObject({
    name: z.string().max(60).optional().describe("Which meter."),
    leadOhms: z.number().min(0).max(10).optional().describe("What its shorted leads read, Ω."),
  })
  .describe("The instrument, where it was named.");

/** Schema of a finding of one kind. */
export const findingFields = <K extends string, P extends z.ZodType, R extends z.ZodType>(kind: K, says: string, place: P, result: R) =>
  z
    .strictObject({
      kind: z.literal(kind).describe(says),
      place: place.describe("Where it was found."),
      result: result.describe("What was found."),
      circumstances: circumstancesSchema.default({}),
      meter: readingMeterSchema.optional(),
    })
    .describe(says);
export const touchesNothing = (): readonly string[] => [];
export const anyPower = (): Power => "any";
/** Of a kind that asks for no value. */
export const noSigma = (): number => 0;

/** Density of the normal distribution. */
export const normal = (x: number, mean: number, sigma: number): number => Math.exp(-(((x - mean) / sigma) ** 2) / 2) / (sigma * SQRT_2PI);
const SQRT_2PI = Math.sqrt(2 * Math.PI);

/** A mistaken answer is any of so many answers with the same chance. */
export const answerLikelihood = (shares: Readonly<Record<string, number>>, value: string, answers: number, error: number): number =>
  (1 - error) * (shares[value] ?? 0) + error / answers;

/** Says how much oftener people err than the rate of an attentive person, and what is told the other way round however plain it is (est.). */
const ERRS: Readonly<Record<Witness, { readonly factor: number; readonly besides: number }>> = {
  technician: { factor: 1.5, besides: 0.01 },
  customer: { factor: 3, besides: 0.06 },
};
const MOST_ERROR = 0.5;
export const errorRateOf = (rate: number, witness: Witness): number =>
  Math.min(MOST_ERROR, rate * ERRS[witness].factor + ERRS[witness].besides);

/** Predicts once for all faults under which the machine runs alike. */
export function byBehaviour(
  list: readonly (readonly Fault[])[],
  predictor: Predictor,
  of: (faults: readonly Fault[]) => Prediction,
): Prediction[] {
  const known = new Map<string, Prediction>();
  return list.map((faults) => {
    const key = predictor.behaviour(faults);
    const found = known.get(key) ?? of(faults);
    known.set(key, found);
    return found;
  });
}
