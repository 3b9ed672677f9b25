/** Says how a rehearsed world differs from what the ranking assumes. Shares unless said otherwise. */
export interface Nature {
  /** Parts spread evenly over so many times their tolerance; `together` of it is common to all parts of a machine. */
  readonly toleranceFactor: number;
  readonly together: number;
  /** Gain error of the meter, for the whole job; Ω of its leads, for the whole job. */
  readonly meterGain: number;
  readonly leadOhms: readonly [number, number];
  /** A lead sits elsewhere; wires that should be off are on. */
  readonly misplaced: number;
  readonly wiresOn: number;
  /** Factors on the error rates of sights, and the chance that who looks again at the same errs again in the same way. */
  readonly technicianError: number;
  readonly customerError: number;
  readonly sameError: number;
  /** One answer of the complaint is turned round. */
  readonly complaintWrong: number;
  /** Base rates are off by e^N(0, this). */
  readonly baseRateSpread: number;
  /** Thermometers and gauges; slips of whoever looks; steps of a clockwork. */
  readonly measureSpread: number;
  readonly lookSlip: number;
  readonly timerSteps: number;
  /** Temperature of the room, °C; left out: as the machine file says. */
  readonly roomC?: readonly [number, number];
  /** A poor joint, Ω, and by e^N(0, this) another one at each touch; left out: as the suspects have it. */
  readonly poorOhms?: readonly [number, number];
  readonly poorTouch: number;
  /** A new part is bad out of its box. */
  readonly badNew: number;
  /** Whoever is told to look at what the model does not have finds it there. */
  readonly findsOutside: number;
  /** One job in so many has a trouble that the model does not have; 0: none. */
  readonly foreignOneIn: number;
}

export const NEAR: Nature = {
  toleranceFactor: 1.25,
  together: 0,
  meterGain: 0.015,
  leadOhms: [0.05, 0.35],
  misplaced: 0.025,
  wiresOn: 0,
  technicianError: 1.4,
  customerError: 3.5,
  sameError: 0,
  complaintWrong: 0,
  baseRateSpread: 0.5,
  measureSpread: 0.12,
  lookSlip: 0.03,
  timerSteps: 0.06,
  poorTouch: 0,
  badNew: 0,
  findsOutside: 0.8,
  foreignOneIn: 0,
};

const FAR: Nature = {
  toleranceFactor: 2,
  together: 0.5,
  meterGain: 0.03,
  leadOhms: [0.1, 0.9],
  misplaced: 0.04,
  wiresOn: 0.03,
  technicianError: 2,
  customerError: 5,
  sameError: 0.6,
  complaintWrong: 0.05,
  baseRateSpread: 0.6,
  measureSpread: 0.2,
  lookSlip: 0.05,
  timerSteps: 0.1,
  roomC: [5, 35],
  poorOhms: [0.5, 30],
  poorTouch: 0.5,
  badNew: 0.02,
  findsOutside: 0.8,
  foreignOneIn: 0,
};

export const NATURES = { near: NEAR, far: FAR, foreign: { ...FAR, foreignOneIn: 8 } } as const satisfies Record<string, Nature>;
export type WorldKind = keyof typeof NATURES;
