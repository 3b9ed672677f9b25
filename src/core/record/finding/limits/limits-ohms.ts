import { type Machine, type Part, partOf } from "../../../model/machine/format";
import { thermistorOhms } from "../../../model/machine/parts/kinds/thermistor";
import { restControls } from "../../../model/machine/run/at-rest";
import { COPPER, hotResistance, NICKEL_CHROME } from "../../../model/physics/hot-resistance";
import { healthyOhms } from "../../../model/prediction/healthy-ohms";
import { whenWarm } from "../../../model/prediction/warmed";
import { controlsIn, wiringIn } from "../circumstances";
import { SOUND_OHMS } from "../insulation";
import { HAND_C, HAND_SIGMA_K, howWarm, isToCabinet, type OhmsQuestion, partAcross } from "../kinds/ohms";
import type { Limits } from "./limits";

/** A good closed contact reads less, Ω; a sensor at the flame less than twice that (est.). */
const CLOSED = 0.5;
const SENSOR_CLOSED = 1;
/** Above this an ohm-meter shows OL, or what is no way through anything, Ω (est.). */
const OPEN_FROM = 2e6;
/** Says how far a way through a whole machine may be off, as a share; and in joints besides, Ω (est.). */
const WAY_SHARE = 0.15;
const WAY_JOINTS = 0.5;
/** Says how far a part's temperature may be off: its own was measured, the room's was, nobody said. K (est.). */
const MEASURED_K = 0.5;
const ROOM_K = 2;
const ASSUMED_K = 7;

const OHM = { unit: "ohm" } as const;

/** Gives what a good machine may read between two points in ohms. Throws RangeError for a place that is not on it. */
export function limitsOfOhms(machine: Machine, question: OhmsQuestion): Limits {
  const { circumstances, place } = question;
  const controls = { ...restControls(machine), ...controlsIn(circumstances) };
  const ohms = healthyOhms(machine, place.between, controls, wiringIn(circumstances));
  if (ohms === Infinity) return openLimits(machine, question);
  const id = partAcross(question);
  if (id === undefined)
    return { ...OHM, of: "way", low: Math.max(0, ohms * (1 - WAY_SHARE) - WAY_JOINTS), high: ohms * (1 + WAY_SHARE) + WAY_JOINTS };
  const part = partOf(machine, id);
  if (!("tolerance" in part)) return contactLimits(part, question);
  const warmth = warmthOf(machine, part, question);
  const rated = ohms * warmth.factor;
  const { tolerance } = part;
  return {
    ...OHM,
    of: "value",
    low: rated * (1 - tolerance),
    high: rated * (1 + tolerance),
    rated: { value: rated, tolerance },
    ...(warmth.share > 0 && { warmth: { celsius: warmth.celsius, said: warmth.said, share: warmth.share } }),
  };
}

function openLimits(machine: Machine, question: OhmsQuestion): Limits {
  const { testVolts } = question.circumstances;
  const insulation = machine.parts.some((p) => isToCabinet(question, p, machine));
  if (!insulation) return { ...OHM, of: "open", low: OPEN_FROM, high: Infinity };
  return { ...OHM, of: "insulation", low: SOUND_OHMS, high: Infinity, ...(testVolts !== undefined && { testVolts }) };
}

/** A closed contact; one that was warmed should have opened, or may have. */
function contactLimits(part: Part, question: OhmsQuestion): Limits {
  const closed = part.kind === "radiant-sensor" ? SENSOR_CLOSED : CLOSED;
  const warm = howWarm(question);
  if (warm === undefined || !("opensC" in part)) return { ...OHM, of: "contact", low: 0, high: closed };
  const acts = { celsius: part.opensC, warm };
  switch (whenWarm(part, [], warm)) {
    case "open":
      return { ...OHM, of: "open", low: OPEN_FROM, high: Infinity, acts };
    case "either":
      return { ...OHM, of: "unknown", low: 0, high: Infinity, acts };
    default:
      return { ...OHM, of: "contact", low: 0, high: closed, acts };
  }
}

/** Gives what a part's own warmth does to its ohms, against those at the model's room. */
function warmthOf(machine: Machine, part: Part, { circumstances }: OhmsQuestion) {
  const room = machine.thermal.ambientC;
  const { celsius, kelvin, said } = howWarmIs(part, circumstances, room);
  if (part.kind === "thermistor") {
    const at = thermistorOhms(part, celsius);
    const share = thermistorOhms(part, celsius - kelvin) / at - 1;
    return { celsius, said, share, factor: at / thermistorOhms(part, room) };
  }
  const alpha = part.kind === "coil" || part.kind === "motor" ? COPPER : part.kind === "element" ? NICKEL_CHROME : 0;
  return { celsius, said, share: alpha * kelvin, factor: hotResistance(1, celsius, alpha) / hotResistance(1, room, alpha) };
}

/** A coil that was at work is somewhere about so warm, °C; ± K (est.). */
const AT_WORK = { celsius: 60, kelvin: 30 };

function howWarmIs(part: Part, { partC, partHot, ambientC }: OhmsQuestion["circumstances"], room: number) {
  if (partC !== undefined) return { celsius: partC, kelvin: MEASURED_K, said: true };
  if (partHot && part.kind === "thermistor") return { celsius: HAND_C, kelvin: 2 * HAND_SIGMA_K, said: true };
  if (partHot) return { ...AT_WORK, said: true };
  return { celsius: ambientC ?? room, kelvin: ambientC === undefined ? ASSUMED_K : ROOM_K, said: ambientC !== undefined };
}
