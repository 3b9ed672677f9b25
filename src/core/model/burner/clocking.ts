import { clockedInput } from "../physics/clocked-input";

/** A dial of the gas meter watched for a turn. */
interface Clocked {
  /** ft³ in one turn. */
  readonly dial: number;
  readonly seconds: number;
  readonly heatingValueBtuPerFt3: number;
  /** BTU/h that burns besides: a pilot, a water heater. */
  readonly others: number;
}

interface ClockedInput {
  /** BTU/h of all that flows, and what is left for the burner. */
  readonly all: number;
  readonly burner: number;
  /** 1 σ of the latter: the hand on the clock. */
  readonly sigma: number;
}

/** Start and stop by hand, together, s (est.). */
const HAND_S = 0.5;

/** Gives what a burner burns by the gas meter, less what burns besides (NFPA 54, checking input with the meter). BTU/h. */
export function clocked({ dial, seconds, heatingValueBtuPerFt3, others }: Clocked): ClockedInput {
  const all = clockedInput(dial, seconds, heatingValueBtuPerFt3);
  return { all, burner: all - others, sigma: (all * HAND_S) / seconds };
}
