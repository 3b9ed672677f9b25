/** P(answer) of a person who answers a question about this state of the machine, before people's errors. */
interface AnswerPrediction {
  readonly is: "answer";
  readonly shares: Readonly<Record<string, number>>;
  /** Seconds into the run at which it is first to be seen, where that was asked and it happens. */
  readonly after?: number;
}

/** Holds what an instrument would show, before its own error: a mean with the spread of the parts' tolerances as 1 σ, in the quantity's unit. */
export interface ValuePrediction {
  readonly is: "value";
  readonly mean: number;
  readonly sigma: number;
  /** The points belong to islands that nothing joins: a voltmeter shows ghost volts. */
  readonly floating: boolean;
  /** The chance that it is an open line instead: a thermostat about as warm as it acts. */
  readonly mayBeOpen?: number;
}

/**
 * Holds what a machine with given faults would show at a question: an answer, a value with its spread, an open line, or nothing
 * that could be had (a sight that this machine does not have, a pressure that the model does not follow).
 */
export type Prediction = AnswerPrediction | ValuePrediction | { readonly is: "open" } | { readonly is: "not-to-be-had" };

export const OPEN: Prediction = { is: "open" };
export const NOT_TO_BE_HAD: Prediction = { is: "not-to-be-had" };

export const foreseen = (mean: number, sigma: number, floating = false): ValuePrediction => ({ is: "value", mean, sigma, floating });

/** Above this an ohm-meter shows OL, Ω. */
export const OHM_RANGE = 40e6;

/** True where an ohm-meter would show OL. */
export const readsOpen = (p: Prediction): boolean => p.is === "open" || (p.is === "value" && p.mean > OHM_RANGE);
