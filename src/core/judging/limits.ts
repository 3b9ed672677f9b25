import { controlsIn, wiringIn } from "../finding/circumstances";
import { isToCabinet, type OhmsQuestion, partAcross } from "../finding/kinds/ohms";
import { type Machine, type Part, partOf } from "../machine/format";
import { thermistorOhms } from "../machine/parts/thermistor";
import { restControls } from "../machine/run/at-rest";
import { COPPER, hotResistance, NICKEL_CHROME } from "../physics/hot-resistance";
import { healthyOhms } from "../prediction/healthy-ohms";
import type { Interval } from "./verdict";

/** Ω, within which a healthy part reads, and what made them. */
export interface Limits extends Interval {
  /** A contact that is closed, a value with its tolerance, an open line, insulation to the cabinet, or a way through the machine as the model has it. */
  readonly of: "contact" | "value" | "open" | "insulation" | "way";
  /** Of a value: what it is rated at there and then, Ω, and its tolerance. */
  readonly rated?: { readonly ohms: number; readonly tolerance: number };
  /** °C at which it was taken to be, where that moves it; and how far that may be off, as a share of its ohms. */
  readonly warmth?: { readonly celsius: number; readonly said: boolean; readonly share: number };
}

/** A good closed contact reads less, Ω; a sensor at the flame less than twice that (est.). */
const CLOSED = 0.5;
const SENSOR_CLOSED = 1;
/** Insulation of mains parts to the cabinet, Ω (IEC 62353, protective class I: at least 1 MΩ). */
const LEAST_INSULATION = 1e6;
/** Above this an ohm-meter shows OL, or what is no way through anything, Ω (est.). */
const OPEN_FROM = 2e6;
/** How far a way through a whole machine may be off, as a share; and in joints besides, Ω (est.). */
const WAY_SHARE = 0.15;
const WAY_JOINTS = 0.5;
/** A temperature that moves the ohms by less than this share decides nothing. */
export const WARMTH_MATTERS = 0.01;
/** How far a part's temperature may be off: its own was measured, the room's was, nobody said. K (est.). */
const MEASURED_K = 0.5;
const ROOM_K = 2;
const ASSUMED_K = 7;

/** What a healthy machine may read there, its wires and controls as said. Throws RangeError for a place that is not on it. */
export function limitsOf(machine: Machine, question: OhmsQuestion): Limits {
  const { circumstances, place } = question;
  const controls = { ...restControls(machine), ...controlsIn(circumstances) };
  const ohms = healthyOhms(machine, place.between, controls, wiringIn(circumstances));
  if (ohms === Infinity) {
    const insulation = machine.parts.some((p) => isToCabinet(question, p, machine));
    return insulation ? { of: "insulation", low: LEAST_INSULATION, high: Infinity } : { of: "open", low: OPEN_FROM, high: Infinity };
  }
  const id = partAcross(question);
  if (id === undefined)
    return { of: "way", low: Math.max(0, ohms * (1 - WAY_SHARE) - WAY_JOINTS), high: ohms * (1 + WAY_SHARE) + WAY_JOINTS };
  const part = partOf(machine, id);
  if (!("tolerance" in part)) return { of: "contact", low: 0, high: part.kind === "radiant-sensor" ? SENSOR_CLOSED : CLOSED };
  const warmth = warmthOf(machine, part, question);
  const rated = ohms * warmth.factor;
  const { tolerance } = part;
  return {
    of: "value",
    low: rated * (1 - tolerance),
    high: rated * (1 + tolerance),
    rated: { ohms: rated, tolerance },
    ...(warmth.share > 0 && { warmth: { celsius: warmth.celsius, said: warmth.said, share: warmth.share } }),
  };
}

/** What a part's own warmth does to its ohms, against those at the model's room. */
function warmthOf(machine: Machine, part: Part, { circumstances: { partC, ambientC } }: OhmsQuestion) {
  const room = machine.thermal.ambientC;
  const celsius = partC ?? ambientC ?? room;
  const said = partC !== undefined || ambientC !== undefined;
  const kelvin = partC !== undefined ? MEASURED_K : ambientC !== undefined ? ROOM_K : ASSUMED_K;
  if (part.kind === "thermistor") {
    const at = thermistorOhms(part, celsius);
    const share = thermistorOhms(part, celsius - kelvin) / at - 1;
    return { celsius, said, share, factor: at / thermistorOhms(part, room) };
  }
  const alpha = part.kind === "coil" || part.kind === "motor" ? COPPER : part.kind === "element" ? NICKEL_CHROME : 0;
  return { celsius, said, share: alpha * kelvin, factor: hotResistance(1, celsius, alpha) / hotResistance(1, room, alpha) };
}
