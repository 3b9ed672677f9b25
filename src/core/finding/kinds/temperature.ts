import { z } from "zod";
import { maybePartOf } from "../../machine/format";
import { foreseen, NOT_TO_BE_HAD, type Prediction } from "../../prediction/prediction";
import { formatValue } from "../../quantity/format";
import { byBehaviour, defineFinding, findingFields, normal, ref, touchesNothing, valueSchema } from "../definition";

const schema = findingFields(
  "temperature",
  "A temperature: of the exhaust at its hottest, or of a part.",
  z.union([
    z.strictObject({ stream: z.literal("exhaust").describe("The exhaust, at its hottest.") }),
    z.strictObject({ part: ref.describe("The part that was touched.") }),
  ]),
  valueSchema("celsius"),
).superRefine(({ result }, context) => {
  if (!(result.value >= -100 && result.value <= 1500))
    context.addIssue({ code: "custom", path: ["result", "value"], message: "is not between −100 and 1500 °C" });
});

/** 1 σ of a thermometer in the exhaust (est.), K; range and share of its slips. */
const thermometerSigma = (celsius: number): number => 3 + 0.04 * celsius;
const RANGE_K = 150;
export const SLIP = 0.03;

export const temperature = defineFinding({
  kind: "temperature",
  schema,
  unknownName: ({ place }, machine) => ("part" in place && !maybePartOf(machine, place.part) ? place.part : undefined),
  power: () => "on",
  touches: touchesNothing,
  asks: ({ place }) => ("stream" in place ? { unit: "celsius" } : null),
  predict: ({ place }, list, predictor) =>
    byBehaviour(
      list,
      predictor,
      (faults): Prediction => ("stream" in place ? foreseen(predictor.measures(faults)["exhaust-peak"], 0) : NOT_TO_BE_HAD),
    ),
  likelihood: ({ result }, p) =>
    p.is === "value" ? (1 - SLIP) * normal(result.value, p.mean, thermometerSigma(p.mean)) + SLIP / RANGE_K : 1,
  sigma: (_, p) => thermometerSigma(p.mean),
  says: ({ place, result }, machine) =>
    "stream" in place
      ? `Exhaust at its hottest: ${formatValue(result.value, "celsius")}`
      : `${maybePartOf(machine, place.part)?.name ?? place.part} at ${formatValue(result.value, "celsius")}`,
});
