import { z } from "zod";
import { maybePartOf } from "../../../model/machine/format";
import { NOT_TO_BE_HAD } from "../../../model/prediction/prediction";
import { formatValue } from "../../../model/quantity/format";
import { defineFinding, findingFields, ref, valueSchema } from "../definition";

const schema = findingFields(
  "capacitance",
  "Capacitance of a discharged capacitor.",
  z.strictObject({ part: ref.describe("The capacitor.") }),
  valueSchema("farad"),
).superRefine(({ result }, context) => {
  if (!(result.value >= 0 && result.value <= 0.01))
    context.addIssue({ code: "custom", path: ["result", "value"], message: "is not between 0 and 10 mF" });
});

/** The model knows a capacitor by what its motor does: a meter's microfarads are kept, and held against the label by who reads. */
export const capacitance = defineFinding({
  kind: "capacitance",
  schema,
  unknownName: ({ place }, machine) => (maybePartOf(machine, place.part) ? undefined : place.part),
  power: () => "dead",
  touches: ({ place }) => [`${place.part}.1`],
  asks: () => ({ unit: "farad" }),
  predict: (_, list) => list.map(() => NOT_TO_BE_HAD),
  likelihood: () => 1,
  sigma: () => 0,
  says: ({ place, result }, machine) =>
    `${maybePartOf(machine, place.part)?.name ?? place.part} holds ${formatValue(result.value, "farad")}`,
});
