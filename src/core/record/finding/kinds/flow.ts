import { z } from "zod";
import { foreseen, type Prediction } from "../../../model/prediction/prediction";
import { cfmOf } from "../../../model/quantity/quantity";
import { byBehaviour, defineFinding, findingFields, normal, touchesNothing } from "../definition";
import { SLIP } from "./temperature";

/** No machine of this sort moves more, m³/s. */
const m3PerS = z.number().min(0).max(1);

const schema = findingFields(
  "flow",
  "Air through the machine, calculated from what was measured.",
  z.strictObject({ stream: z.literal("duct").describe("What goes out.") }),
  z
    .strictObject({
      is: z.literal("flow"),
      value: m3PerS.describe("Air, m³/s."),
      sigma: m3PerS.positive().describe("Its uncertainty as 1 σ, m³/s."),
      by: z.array(z.string().max(30)).min(1).max(8).describe("The readings it was calculated from."),
    })
    .describe("A flow with its uncertainty."),
);

/** A fan differs from its file by so much, as 1 σ (est.); range over which slips are spread, m³/s. */
const FAN_WITHIN = 0.08;
const RANGE_M3_PER_S = 0.15;

export const flow = defineFinding({
  kind: "flow",
  schema,
  unknownName: () => undefined,
  power: () => "any",
  touches: touchesNothing,
  asks: () => null,
  predict: (_, list, predictor) => byBehaviour(list, predictor, (faults): Prediction => foreseen(predictor.measures(faults).flow, 0)),
  likelihood: ({ result }, p) =>
    p.is === "value" ? (1 - SLIP) * normal(result.value, p.mean, Math.hypot(result.sigma, FAN_WITHIN * p.mean)) + SLIP / RANGE_M3_PER_S : 1,
  sigma: (_, p) => FAN_WITHIN * p.mean,
  says: ({ result }) =>
    `Airflow calculated: ${cfmOf(result.value).toFixed(0)} ± ${cfmOf(2 * result.sigma).toFixed(0)} cfm (from ${result.by.join(", ")})`,
});
