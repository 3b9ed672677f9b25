import { z } from "zod";
import { foreseen, NOT_TO_BE_HAD, type Prediction } from "../../../model/prediction/prediction";
import { formatValue } from "../../../model/quantity/format";
import { byBehaviour, defineFinding, findingFields, normal, touchesNothing, valueSchema } from "../definition";
import { SLIP } from "./temperature";

const STREAMS = { duct: "Back pressure", manifold: "Gas at the manifold", inlet: "Gas coming in" } as const;

const schema = findingFields(
  "pressure",
  "A pressure: of the air in the duct, of the gas at the manifold or coming in.",
  z.strictObject({ stream: z.enum(["duct", "manifold", "inlet"]).describe("Where the gauge sits.") }),
  valueSchema("pascal"),
).superRefine(({ result }, context) => {
  if (!(result.value >= -100 && result.value <= 20_000))
    context.addIssue({ code: "custom", path: ["result", "value"], message: "is not between −100 and 20000 Pa" });
});

/** 1 σ of a gauge at the duct (est.), Pa; range over which its slips are spread. */
const gaugeSigma = (pascal: number): number => 8 + 0.15 * pascal;
const RANGE_PA = 400;

/** The model follows the air, not the gas: what the gauge at the manifold shows it can't foresee. */
export const pressure = defineFinding({
  kind: "pressure",
  schema,
  unknownName: () => undefined,
  power: () => "on",
  touches: touchesNothing,
  asks: ({ place }) => (place.stream === "duct" ? { unit: "pascal" } : null),
  predict: ({ place }, list, predictor) =>
    byBehaviour(
      list,
      predictor,
      (faults): Prediction => (place.stream === "duct" ? foreseen(predictor.measures(faults)["back-pressure"], 0) : NOT_TO_BE_HAD),
    ),
  likelihood: ({ result }, p) => (p.is === "value" ? (1 - SLIP) * normal(result.value, p.mean, gaugeSigma(p.mean)) + SLIP / RANGE_PA : 1),
  sigma: (_, p) => gaugeSigma(p.mean),
  says: ({ place, result }) => `${STREAMS[place.stream]}: ${formatValue(result.value, "pascal")}`,
});
