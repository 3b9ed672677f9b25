import { z } from "zod";
import { NOT_TO_BE_HAD } from "../../../model/prediction/prediction";
import { formatValue } from "../../../model/quantity/format";
import { defineFinding, findingFields, touchesNothing, valueSchema } from "../definition";

const schema = findingFields(
  "airspeed",
  "Speed of the air at the outside hood.",
  z.strictObject({ stream: z.literal("hood").describe("At the hood.") }),
  valueSchema("metre-per-second"),
).superRefine(({ result }, context) => {
  if (!(result.value >= 0 && result.value <= 60))
    context.addIssue({ code: "custom", path: ["result", "value"], message: "is not between 0 and 60 m/s" });
});

/** The model follows volumes of air, and does not know the hood's opening: the speed is kept and says nothing. */
export const airspeed = defineFinding({
  kind: "airspeed",
  schema,
  unknownName: () => undefined,
  power: () => "on",
  touches: touchesNothing,
  asks: () => ({ unit: "metre-per-second" }),
  predict: (_, list) => list.map(() => NOT_TO_BE_HAD),
  likelihood: () => 1,
  sigma: () => 0,
  says: ({ result }) => `Air at the hood: ${formatValue(result.value, "metre-per-second")}`,
});
