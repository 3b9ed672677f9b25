import { z } from "zod";
import { meterSigma, USUAL_LEADS_OHM } from "../../../model/instrument/meter-error";
import type { Fault } from "../../../model/machine/fault";
import type { Machine, Part } from "../../../model/machine/format";
import { thermistorOhms } from "../../../model/machine/parts/kinds/thermistor";
import { isIsolated, partsEdited, readTerminal } from "../../../model/machine/wiring";
import { controlsSay, placeSays } from "../../../model/naming/names";
import { OHM_RANGE, OPEN, type Prediction, readsOpen, type ValuePrediction } from "../../../model/prediction/prediction";
import { type HowWarm, warmthFactor, whenWarm } from "../../../model/prediction/warmed";
import { formatValue } from "../../../model/quantity/format";
import { controlsIn, ROOM_SIGMA_K, SAID_SIGMA_K, wiringIn } from "../circumstances";
import { defineFinding, findingFields, normal, openSchema, type QuestionOf, valueSchema } from "../definition";
import { betweenSchema, samePoints, unknownPoint } from "../probes";

const schema = findingFields(
  "ohms",
  "Resistance between two points of a dead machine.",
  betweenSchema,
  z.discriminatedUnion("is", [valueSchema("ohm"), openSchema]),
).superRefine(({ result }, context) => {
  if (result.is === "value" && result.value < 0)
    context.addIssue({ code: "custom", path: ["result", "value"], message: "is below zero ohms" });
});
export type OhmsFinding = z.infer<typeof schema>;
export type OhmsQuestion = QuestionOf<OhmsFinding>;

/** Chance that a lead sat elsewhere, slipped, or the value was mistyped (est.). */
export const MISPLACED = 0.03;
/** OL where there is a way: a tip on lacquer, a probe that slipped off. */
export const STRAY_OPEN = 0.02;
/** Any value at all, spread over the decades: a finger across the tips, another place. A low one where there is no way is the rarest. */
export const STRAY_VALUE = MISPLACED - STRAY_OPEN;
/** Chance that wires which should have been off were still on (est.). */
const WIRES_ON = 0.025;
/** Share of readings that are off by so many times the band: a part outside its tolerance, an old meter. */
export const OFF_SHARE = 0.12;
export const OFF_TIMES = 3;

/** 1 σ of a predicted resistance with the meter's error and unknown leads, in quadrature with the parts' own spread. Ω. */
export const ohmsSigma = (p: ValuePrediction): number => Math.hypot(p.sigma, meterSigma(p.mean, false));

export const ohms = defineFinding({
  kind: "ohms",
  schema,
  unknownName: ({ place }, machine) => unknownPoint(machine, place.between),
  power: () => "dead",
  touches: ({ place, circumstances }) => [...place.between, ...partsEdited(wiringIn(circumstances))],
  asks: () => ({ unit: "ohm" }),
  predict: (question, list, predictor) => {
    const { place, circumstances } = question;
    const cold = predictor.readings(list, {
      between: place.between,
      unit: "ohm",
      wiring: wiringIn(circumstances),
      controls: controlsIn(circumstances),
    });
    return warmed(question, list, cold, predictor.machine);
  },
  likelihood: (finding, prediction, { machine, leadOhms }) =>
    ohmsLikelihood(valueAtRoom(finding, machine), inTheRoom(finding, machine, prediction), finding.meter?.leadOhms ?? leadOhms),
  mistakenFor: ({ kind, place, circumstances: { wiring, ...rest } }) =>
    wiring && wiring.length > 0 ? { question: { kind, place, circumstances: rest }, chance: WIRES_ON } : undefined,
  sigma: (_, p) => ohmsSigma(p),
  says: ({ place, result, circumstances }, machine) => {
    const value = result.is === "OL" ? "OL" : formatValue(result.value, "ohm");
    const state = controlsSay(machine, controlsIn(circumstances));
    const wires = wiringIn(circumstances).length > 0 ? ", wires off" : ", wires on";
    const { partC, partHot } = circumstances;
    const warmth = partC === undefined ? (partHot ? " hot" : "") : ` at ${formatValue(partC, "celsius")}`;
    return `${placeSays(machine, place.between)}${wires}${state ? `, ${state}` : ""}: ${value}${warmth}`;
  },
});

/**
 * Density per Ω (a mass for OL, `value` null): a band round the predicted value and the leads, with wide tails, and a small share for what went
 * astray. Not symmetric: an OL on a whole line comes easily, a low reading on an open one hardly ever. `leadOhms` where they are known.
 */
export function ohmsLikelihood(value: number | null, p: Prediction, leadOhms?: number): number {
  if (p.is === "value" && p.mayBeOpen) {
    const { mayBeOpen, ...closed } = p;
    return mayBeOpen * ohmsLikelihood(value, OPEN, leadOhms) + (1 - mayBeOpen) * ohmsLikelihood(value, closed, leadOhms);
  }
  const open = readsOpen(p);
  if (value === null) return open ? 1 - STRAY_VALUE : STRAY_OPEN;
  if (open || p.is !== "value") return STRAY_VALUE * ((1 - BY_FINGER) * strayDensity(value) + BY_FINGER * fingerDensity(value));
  const stray = STRAY_VALUE * strayDensity(value);
  const sigma = Math.hypot(p.sigma, meterSigma(p.mean, leadOhms !== undefined));
  const mean = p.mean + (leadOhms ?? USUAL_LEADS_OHM);
  return stray + (1 - MISPLACED) * ((1 - OFF_SHARE) * normal(value, mean, sigma) + OFF_SHARE * normal(value, mean, OFF_TIMES * sigma));
}

/** P(what the meter shows | it went astray), per Ω for a value; `null`: OL. */
export const astrayLikelihood = (value: number | null): number =>
  value === null
    ? STRAY_OPEN / MISPLACED
    : (STRAY_VALUE / MISPLACED) * ((1 - BY_FINGER) * strayDensity(value) + BY_FINGER * fingerDensity(value));

/** Density per Ω of a value that may be anything: even over the decades. */
export const strayDensity = (ohms: number): number => 1 / (Math.max(ohms, LEAST_OHM) * Math.log(OHM_RANGE / LEAST_OHM));
const LEAST_OHM = 0.1;

/** Of the values that come up on an open line: a finger across the tips, or another way through the machine; even over the decades from here on, Ω. */
const BY_FINGER = 0.6;
const LEAST_FINGER_OHM = 2000;
const fingerDensity = (ohms: number): number => (ohms < LEAST_FINGER_OHM ? 0 : 1 / (ohms * Math.log(OHM_RANGE / LEAST_FINGER_OHM)));

/** A thermistor that is held in a closed hand comes to about this, °C; and how far it may be from that, K (est.). */
export const HAND_C = 32;
export const HAND_SIGMA_K = 3;

/** Ω (null: OL); a thermistor read at a temperature of its own is carried along its curve to the room's, for which readings are predicted. */
function valueAtRoom(finding: OhmsFinding, machine: Machine): number | null {
  const { result, circumstances } = finding;
  if (result.is === "OL") return null;
  const celsius = circumstances.partC ?? (circumstances.partHot ? HAND_C : circumstances.ambientC);
  const part = celsius === undefined ? undefined : thermistorAcross(finding, machine);
  if (celsius === undefined || part === undefined) return result.value;
  return result.value * (thermistorOhms(part, machine.thermal.ambientC) / thermistorOhms(part, celsius));
}

/** Chance that a thermostat about as warm as it acts has acted. */
const MAY_HAVE_ACTED = 0.5;

/** Gives how warm a part was that is read by itself; `undefined`: as the room is. */
export function howWarm({ circumstances: { partC, partHot } }: Pick<OhmsFinding, "circumstances">): HowWarm | undefined {
  return partC ?? (partHot ? "hot" : undefined);
}

/** A part that was warmed opens as it should, or does not; a winding reads more. */
function warmed(
  question: OhmsQuestion,
  list: readonly (readonly Fault[])[],
  cold: readonly Prediction[],
  machine: Machine,
): readonly Prediction[] {
  const warm = howWarm(question);
  const id = warm === undefined ? undefined : partAcross(question);
  const part = machine.parts.find((p) => p.id === id);
  if (warm === undefined || !part) return cold;
  const factor = warm === "hot" ? 1 : warmthFactor(part, warm, machine.thermal.ambientC);
  const known = new Map<Prediction, Prediction>();
  return cold.map((p, i) => {
    const shows = whenWarm(part, list[i] ?? [], warm);
    if (shows === "open") return OPEN;
    if (p.is !== "value" || (factor === 1 && shows !== "either")) return p;
    const more = known.get(p) ?? {
      ...p,
      mean: p.mean * factor,
      sigma: p.sigma * factor,
      ...(shows === "either" && { mayBeOpen: MAY_HAVE_ACTED }),
    };
    known.set(p, more);
    return more;
  });
}

/** Gives what a thermistor is expected to read, with what is not known of its temperature. */
function inTheRoom(question: OhmsQuestion, machine: Machine, p: Prediction): Prediction {
  const part = p.is === "value" ? thermistorAcross(question, machine) : undefined;
  if (p.is !== "value" || !part) return p;
  const { partC, partHot, ambientC } = question.circumstances;
  const said = partC === undefined && ambientC === undefined ? ROOM_SIGMA_K : SAID_SIGMA_K;
  const kelvin = partC === undefined && partHot ? HAND_SIGMA_K : said;
  const at = machine.thermal.ambientC;
  const perKelvin = Math.log(thermistorOhms(part, at - 0.5) / thermistorOhms(part, at + 0.5));
  return { ...p, mean: p.mean, sigma: Math.hypot(p.sigma, p.mean * perKelvin * kelvin) };
}

/** The thermistor that is read from end to end, if one is. */
export function thermistorAcross(question: OhmsQuestion, machine: Machine) {
  const part = machine.parts.find((p) => p.kind === "thermistor" && (isAcross(question, p) || samePoints(question.place.between, p.nets)));
  return part?.kind === "thermistor" ? part : undefined;
}

/** True where a reading is taken from end to end of a part whose wires are off. */
export function isAcross({ place, circumstances }: OhmsQuestion, part: Part): boolean {
  return isIsolated(wiringIn(circumstances), part.id) && place.between.every((p) => p === `${part.id}.1` || p === `${part.id}.2`);
}

/** The part across which a reading is taken, its wires off; `undefined` for a reading between two other places. */
export function partAcross({ place, circumstances }: OhmsQuestion): string | undefined {
  const [a, b] = [readTerminal(place.between[0])?.part, readTerminal(place.between[1])?.part];
  return a !== undefined && a === b && isIsolated(wiringIn(circumstances), a) ? a : undefined;
}

/** True where a reading is taken from an end of a part, or a net it touches, to the cabinet. */
export function isToCabinet({ place }: OhmsQuestion, part: Part, machine: Machine): boolean {
  const ends = [`${part.id}.1`, `${part.id}.2`, ...part.nets];
  return place.between.includes(machine.cabinet) && place.between.some((p) => ends.includes(p));
}
