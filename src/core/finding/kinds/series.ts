import { z } from "zod";
import { foreseen, NOT_TO_BE_HAD, type Prediction } from "../../prediction/prediction";
import { formatValue } from "../../quantity/format";
import { UNITS } from "../../quantity/quantity";
import { anyPower, byBehaviour, defineFinding, findingFields, normal, ref, touchesNothing } from "../definition";
import { SLIP } from "./temperature";

const summary = z
  .strictObject({
    seconds: z.number().nonnegative().describe("Length of the log."),
    rows: z.number().int().nonnegative().describe("Readings in it."),
    least: z.number().describe("Its least value."),
    most: z.number().describe("Its greatest value."),
    mean: z.number().describe("Its mean."),
  })
  .describe("What the log comes to; the log itself is kept as a file.");

const schema = findingFields(
  "series",
  "A log of one quantity over time, kept as a file by its content.",
  z.strictObject({ of: ref.describe("What was logged: exhaust, a part's id, a test point.") }),
  z.strictObject({
    is: z.literal("series"),
    file: z
      .string()
      .regex(/^[0-9a-f]{64}$/, "a SHA-256 in hexadecimal")
      .describe("SHA-256 of the file."),
    unit: z.enum(UNITS).describe("Unit of its values."),
    summary,
  }),
);

/** 1 σ of a logger's peak in the exhaust (est.), K; range of its slips. */
const loggerSigma = (celsius: number): number => 2 + 0.03 * celsius;
const RANGE_K = 150;

/** So far the model foresees the peak of an exhaust's temperature only; every other log is kept and says nothing. */
export const series = defineFinding({
  kind: "series",
  schema,
  unknownName: () => undefined,
  power: anyPower,
  touches: touchesNothing,
  asks: () => null,
  predict: ({ place }, list, predictor) =>
    byBehaviour(
      list,
      predictor,
      (faults): Prediction => (place.of === "exhaust" ? foreseen(predictor.measures(faults)["exhaust-peak"], 0) : NOT_TO_BE_HAD),
    ),
  likelihood: ({ result }, p) =>
    p.is === "value" && result.unit === "celsius"
      ? (1 - SLIP) * normal(result.summary.most, p.mean, loggerSigma(p.mean)) + SLIP / RANGE_K
      : 1,
  sigma: (_, p) => loggerSigma(p.mean),
  says: ({ place, result }) => {
    const { summary: s, unit } = result;
    const range = `${formatValue(s.least, unit)} to ${formatValue(s.most, unit)}`;
    return `Log of ${place.of}: ${range} over ${formatValue(s.seconds, "second")}`;
  },
});
