import { z } from "zod";
import { type Machine, maybePartOf } from "../../../model/machine/format";
import { lower } from "../../../model/naming/text";
import { foreseen, NOT_TO_BE_HAD, type Prediction } from "../../../model/prediction/prediction";
import { formatValue } from "../../../model/quantity/format";
import { UNITS } from "../../../model/quantity/quantity";
import { fileHashSchema } from "../../files/file";
import { anyPower, byBehaviour, defineFinding, findingFields, normal, ref, touchesNothing } from "../definition";
import { SLIP } from "./temperature";

const summary = z
  .strictObject({
    seconds: z.number().nonnegative().describe("Length of the log."),
    rows: z.number().int().nonnegative().describe("Readings in it."),
    overload: z.number().int().nonnegative().optional().describe("How many of them are OL."),
    refused: z.number().int().nonnegative().optional().describe("Lines of the file that were skipped."),
    least: z.number().nullable().describe("Its least value; null where all are OL."),
    most: z.number().nullable().describe("Its greatest value; null where all are OL."),
    mean: z.number().nullable().describe("Its mean; null where all are OL."),
  })
  .describe("A summary of the log; the log itself is kept as a file.");

const schema = findingFields(
  "series",
  "A log of one quantity over time, kept as a file by its content.",
  z.strictObject({ of: ref.describe("What was logged: exhaust, a part's id, a test point.") }),
  z.strictObject({
    is: z.literal("series"),
    file: fileHashSchema,
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
    p.is === "value" && result.unit === "celsius" && result.summary.most !== null
      ? (1 - SLIP) * normal(result.summary.most, p.mean, loggerSigma(p.mean)) + SLIP / RANGE_K
      : 1,
  sigma: (_, p) => loggerSigma(p.mean),
  says: ({ place, result }, machine) => {
    const { summary: s, unit } = result;
    const range = s.least === null || s.most === null ? "OL" : `${formatValue(s.least, unit)} to ${formatValue(s.most, unit)}`;
    const besides = s.overload && s.least !== null ? `, OL ${s.overload} times` : "";
    return `Log of ${nameOf(place.of, machine)}: ${range}${besides} over ${formatValue(s.seconds, "second")}`;
  },
});

const PLACES: Readonly<Record<string, string>> = { exhaust: "the exhaust", room: "the room", supply: "the whole machine" };
const nameOf = (of: string, machine: Machine): string => PLACES[of] ?? lower(maybePartOf(machine, of)?.name ?? of);
