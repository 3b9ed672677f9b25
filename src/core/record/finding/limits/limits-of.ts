import { type Machine, maybePartOf } from "../../../model/machine/format";
import type { QuestionOfKind } from "../finding";
import type { MeteredQuestion } from "../metered";
import type { Limits } from "./limits";
import { limitsOfAmps, limitsOfVolts } from "./limits-live";
import { limitsOfOhms } from "./limits-ohms";

/** Gives what a good machine may read there, its wires, controls, warmth and supply as said. Throws RangeError for a place that is not on it. */
export function limitsOf(machine: Machine, question: MeteredQuestion): Limits {
  switch (question.kind) {
    case "ohms":
      return limitsOfOhms(machine, question);
    case "amps":
      return limitsOfAmps(machine, question);
    case "volts":
      return limitsOfVolts(machine, question);
    case "capacitance":
      return limitsOfCapacitor(machine, question);
  }
}

/** Motor-run capacitors are sold to ±5 or ±10% (IEC 60252-1): the wider. */
const CAPACITOR_TOLERANCE = 0.1;

function limitsOfCapacitor(machine: Machine, { place: { part: id } }: QuestionOfKind<"capacitance">): Limits {
  const part = maybePartOf(machine, id);
  if (part?.kind !== "capacitor") return { unit: "farad", of: "unknown", low: 0, high: Infinity };
  const value = part.microfarads * 1e-6;
  const tolerance = CAPACITOR_TOLERANCE;
  return { unit: "farad", of: "value", low: value * (1 - tolerance), high: value * (1 + tolerance), rated: { value, tolerance } };
}
