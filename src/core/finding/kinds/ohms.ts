import { z } from "zod";
import type { Machine, Part } from "../../machine/format";
import { thermistorOhms } from "../../machine/parts/thermistor";
import { isIsolated, partsEdited, readTerminal } from "../../machine/wiring";
import { controlsSay, placeSays } from "../../naming/names";
import { OHM_RANGE, type Prediction, readsOpen, type ValuePrediction } from "../../prediction/prediction";
import { formatValue } from "../../quantity/format";
import { controlsIn, wiringIn } from "../circumstances";
import { defineFinding, findingFields, normal, openSchema, type QuestionOf, valueSchema } from "../definition";
import { betweenSchema, unknownPoint } from "../probes";

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
export const MISPLACED = 0.02;
/** Share of that chance which gives a finite value on an open line; the rest gives OL on a closed one. */
const STRAY_FINITE = 0.6;
/** A common handheld meter: ± (0.9 % + leads and zero), as 1 σ. */
const METER_SHARE = 0.005;
const LEAD_SIGMA_OHM = 0.12;

/** 1 σ of a predicted resistance with the meter's error, in quadrature with the parts' own spread. Ω. */
export const ohmsSigma = (p: ValuePrediction): number => Math.hypot(p.sigma, METER_SHARE * p.mean, LEAD_SIGMA_OHM);

export const ohms = defineFinding({
  kind: "ohms",
  schema,
  unknownName: ({ place }, machine) => unknownPoint(machine, place.between),
  power: () => "dead",
  touches: ({ place, circumstances }) => [...place.between, ...partsEdited(wiringIn(circumstances))],
  asks: () => ({ unit: "ohm" }),
  predict: ({ place, circumstances }, list, predictor) =>
    predictor.readings(list, {
      between: place.between,
      unit: "ohm",
      wiring: wiringIn(circumstances),
      controls: controlsIn(circumstances),
    }),
  likelihood: (finding, prediction, { machine }) => ohmsLikelihood(valueAtRoom(finding, machine), prediction),
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
 * Density per Ω (a mass for OL, `value` null): the meter's band round the predicted value, and a small share for a misplaced lead, spread
 * evenly over the decades.
 */
export function ohmsLikelihood(value: number | null, p: Prediction): number {
  const open = readsOpen(p);
  if (value === null) return open ? 1 - MISPLACED * STRAY_FINITE : MISPLACED * (1 - STRAY_FINITE);
  const stray = (MISPLACED * STRAY_FINITE) / (Math.max(value, 0.1) * Math.log(OHM_RANGE / 0.1));
  return stray + (open || p.is !== "value" ? 0 : (1 - MISPLACED) * normal(value, p.mean, ohmsSigma(p)));
}

/** Ω (null: OL); a thermistor read at a temperature of its own is carried along its curve to the room's, for which readings are predicted. */
export function valueAtRoom(finding: OhmsFinding, machine: Machine): number | null {
  const { result, circumstances } = finding;
  if (result.is === "OL") return null;
  if (circumstances.partC === undefined) return result.value;
  const part = machine.parts.find((p) => p.kind === "thermistor" && isAcross(finding, p));
  if (part?.kind !== "thermistor") return result.value;
  return result.value * (thermistorOhms(part, machine.thermal.ambientC) / thermistorOhms(part, circumstances.partC));
}

/** Whether a reading is taken from end to end of a part whose wires are off. */
export function isAcross({ place, circumstances }: OhmsQuestion, part: Part): boolean {
  return isIsolated(wiringIn(circumstances), part.id) && place.between.every((p) => p === `${part.id}.1` || p === `${part.id}.2`);
}

/** The part across which a reading is taken, its wires off; `undefined` for a reading between two other places. */
export function partAcross({ place, circumstances }: OhmsQuestion): string | undefined {
  const [a, b] = [readTerminal(place.between[0])?.part, readTerminal(place.between[1])?.part];
  return a !== undefined && a === b && isIsolated(wiringIn(circumstances), a) ? a : undefined;
}

/** Whether a reading is taken from an end of a part, or a net it touches, to the cabinet. */
export function isToCabinet({ place }: OhmsQuestion, part: Part, machine: Machine): boolean {
  const ends = [`${part.id}.1`, `${part.id}.2`, ...part.nets];
  return place.between.includes(machine.cabinet) && place.between.some((p) => ends.includes(p));
}
