import { item } from "../../../model/array/at";
import { type Machine, maybePartOf } from "../../../model/machine/format";
import { runningControls } from "../../../model/machine/run/at-rest";
import type { Prediction } from "../../../model/prediction/prediction";
import { Predictor } from "../../../model/prediction/predictor";
import { controlsIn } from "../circumstances";
import type { QuestionOfKind } from "../finding";
import { jointAt } from "../joints";
import { type AmpsQuestion, SUPPLY } from "../kinds/amps";
import { isUnplugged } from "../kinds/volts";
import type { Limits } from "./limits";

/** Says how far what an outlet gives may be off its rating where nobody measured it, and where somebody did (ANSI C84.1, range A; est.). */
const SUPPLY_SHARE = { assumed: 0.05, measured: 0.01 };
/** Of a part without a tolerance of its own, and of a whole machine, as a share (est.). */
const CURRENT_SHARE = 0.12;
/** Where no current should pass, A. */
const NO_AMPS = 0.1;

/** A through a part or the whole machine, on heat. */
export function limitsOfAmps(machine: Machine, { place: { through }, circumstances }: AmpsQuestion): Limits {
  const controls = { ...runningControls(machine), ...controlsIn(circumstances) };
  const amps = meanOf(healthy(machine).amps([], through, controls)) ?? 0;
  if (amps < NO_AMPS) return { unit: "amp", of: "value", low: 0, high: NO_AMPS };
  const nominal = ratedVolts(machine);
  const volts = circumstances.supply ?? nominal;
  const said = circumstances.supply !== undefined;
  const part = through === SUPPLY ? undefined : maybePartOf(machine, through);
  const tolerance = part && "tolerance" in part ? part.tolerance : CURRENT_SHARE;
  const value = amps * (volts / nominal);
  return {
    unit: "amp",
    of: "value",
    low: value / (1 + tolerance),
    high: value / (1 - tolerance),
    rated: { value, tolerance },
    supply: { volts, said, share: said ? SUPPLY_SHARE.measured : SUPPLY_SHARE.assumed },
  };
}

/** V between the legs, or from the one leg to neutral. */
function ratedVolts({ supply: { legs } }: Machine): number {
  const at = legs.map(({ volts, degrees = 0 }) => {
    const turn = (degrees * Math.PI) / 180;
    return [volts * Math.cos(turn), volts * Math.sin(turn)] as const;
  });
  const [first, second] = [item(at, 0), at[1] ?? ([0, 0] as const)];
  return Math.hypot(first[0] - second[0], first[1] - second[1]);
}

/** V that a good joint drops at most: a hundredth of an ohm under this current, never less than a tenth of a volt (est.). */
const GOOD_JOINT_OHMS = 0.01;
const LEAST_DROP_V = 0.1;
/** Holds what is no voltage, V. */
const NO_VOLTS = 2;

/** V between two points as it runs on heat, at the outlet, or over a joint. */
export function limitsOfVolts(machine: Machine, question: QuestionOfKind<"volts">): Limits {
  const { place, circumstances } = question;
  const joint = jointAt(machine, place.between);
  if (joint !== undefined) {
    const controls = { ...runningControls(machine), ...controlsIn(circumstances) };
    const amps = meanOf(healthy(machine).amps([], joint, controls)) ?? 0;
    return { unit: "volt", of: "joint", low: 0, high: Math.max(LEAST_DROP_V, amps * GOOD_JOINT_OHMS) };
  }
  const controls = { ...runningControls(machine), ...controlsIn(circumstances) };
  const unplugged = isUnplugged({ place, circumstances }, machine);
  const [p] = healthy(machine).readings([[]], { between: place.between, unit: "volt", wiring: [], controls, unplugged });
  const value = p && p.is === "value" && !p.floating ? p.mean : 0;
  if (value < NO_VOLTS) return { unit: "volt", of: "value", low: 0, high: NO_VOLTS };
  const tolerance = SUPPLY_SHARE.assumed;
  return { unit: "volt", of: "value", low: value * (1 - tolerance), high: value * (1 + tolerance), rated: { value, tolerance } };
}

const predictors = new WeakMap<Machine, Predictor>();

/** Gives what a machine without faults shows, worked out once. */
function healthy(machine: Machine): Predictor {
  const known = predictors.get(machine) ?? new Predictor(machine);
  predictors.set(machine, known);
  return known;
}

const meanOf = (p: Prediction): number | undefined => (p.is === "value" ? p.mean : undefined);
