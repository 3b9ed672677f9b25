import { z } from "zod";
import { openSchema, readingMeterSchema, valueSchema } from "../../finding/definition";
import { findingSays } from "../../finding/finding";
import type { OhmsFinding } from "../../finding/kinds/ohms";
import { betweenSchema } from "../../finding/probes";
import { type Machine, maybePartOf } from "../../machine/format";
import { readTerminal } from "../../machine/wiring";
import { formatValue } from "../../quantity/format";
import { defineEntry, noUpcasters } from "./definition";

const schema = z
  .strictObject({
    place: betweenSchema.describe("Two terminals of it."),
    result: z.discriminatedUnion("is", [valueSchema("ohm"), openSchema]).describe("What it read."),
    partC: z.number().min(-60).max(300).optional().describe("Its own temperature, °C."),
    partHot: z.literal(true).optional().describe("It was warmed; nobody said how warm."),
    controls: z.record(z.string().max(40), z.string().max(40)).optional().describe("How it was held, as the control that works it."),
    meter: readingMeterSchema.optional(),
  })
  .describe("A new part, read on the bench before it goes in: it says nothing of the machine.");
export type NewPart = z.infer<typeof schema>;

export const newPart = defineEntry({
  kind: "new-part",
  version: 1,
  stream: "job",
  schema,
  upcasters: noUpcasters,
  allows: ({ place: { between } }, { machine }) => {
    const [a, b] = [readTerminal(between[0])?.part, readTerminal(between[1])?.part];
    const isOne = a !== undefined && a === b && (!machine || maybePartOf(machine, a) !== undefined);
    return isOne ? undefined : { code: "not-on-machine", given: between.join(" to ") };
  },
  effect: (body, { newParts }, { id }) => ({ newParts: [...newParts, { entry: id, read: body }] }),
  says: (read, machine) => {
    if (machine) return `New, on the bench: ${findingSays(asFinding(read), machine).replace(", wires off", "")}`;
    const { place, result } = read;
    return `New, on the bench: ${place.between.join(" to ")}: ${result.is === "OL" ? "OL" : formatValue(result.value, "ohm")}`;
  },
});

/** The part that it is to take the place of. */
export const replacedBy = (machine: Machine, { place: { between } }: NewPart) => maybePartOf(machine, readTerminal(between[0])?.part ?? "");

/** Its reading, as that of a part whose wires are off. */
export const asFinding = ({ place, result, partC, partHot, controls, meter }: NewPart): OhmsFinding => ({
  kind: "ohms",
  place,
  result,
  circumstances: {
    wiring: [{ edit: "part-off", part: readTerminal(place.between[0])?.part ?? "" }],
    ...(partC !== undefined && { partC }),
    ...(partHot && { partHot }),
    ...(controls && { controls }),
  },
  ...(meter && { meter }),
});
