import { z } from "zod";
import { foreseen, NOT_TO_BE_HAD, type Prediction } from "../../../model/prediction/prediction";
import { btuPerHour } from "../../../model/quantity/quantity";
import { byBehaviour, defineFinding, findingFields, normal, touchesNothing } from "../definition";
import { SLIP } from "./temperature";

const watts = z.number().min(0).max(100_000);

const schema = findingFields(
  "input",
  "What the burner burns, by the gas meter or by orifice and pressure.",
  z.strictObject({ of: z.literal("burner").describe("The burner.") }),
  z
    .strictObject({
      is: z.literal("input"),
      value: watts.describe("Gas input, W."),
      sigma: watts.positive().describe("Its uncertainty as 1 σ, W."),
      by: z.enum(["meter", "orifice"]).describe("By the gas meter, or by orifice and pressure."),
    })
    .describe("An input with its uncertainty."),
);

/** A good burner is within so much of its rating, as 1 σ (est.); range over which slips are spread, W. */
const RATED_WITHIN = 0.04;
const RANGE_W = 10_000;

export const input = defineFinding({
  kind: "input",
  schema,
  unknownName: (_, machine) => (machine.burner ? undefined : "burner"),
  power: () => "on",
  touches: touchesNothing,
  asks: () => null,
  predict: (_, list, predictor) =>
    byBehaviour(list, predictor, (faults): Prediction => {
      const burns = predictor.measures(faults).input;
      // Whoever clocks a burner saw it burn.
      return burns > 0 ? foreseen(burns, 0) : NOT_TO_BE_HAD;
    }),
  likelihood: ({ result }, p) =>
    p.is === "value" ? (1 - SLIP) * normal(result.value, p.mean, Math.hypot(result.sigma, RATED_WITHIN * p.mean)) + SLIP / RANGE_W : 1,
  sigma: (_, p) => RATED_WITHIN * p.mean,
  says: ({ result }) =>
    `Burner input ${result.by === "meter" ? "clocked" : "calculated"}: ${Math.round(btuPerHour(result.value))} ± ${Math.round(btuPerHour(2 * result.sigma))} BTU/h`,
});
