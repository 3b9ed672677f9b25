import { z } from "zod";
import { readTerminal } from "../../model/machine/wiring";
import { openSchema, readingMeterSchema, valueSchema } from "./definition";
import type { OhmsFinding } from "./kinds/ohms";
import { betweenSchema } from "./probes";

export const newPartSchema = z
  .strictObject({
    place: betweenSchema.describe("Two terminals of it."),
    result: z.discriminatedUnion("is", [valueSchema("ohm"), openSchema]).describe("What it read."),
    partC: z.number().min(-60).max(300).optional().describe("Its own temperature, °C."),
    partHot: z.literal(true).optional().describe("It was warmed; nobody said how warm."),
    controls: z.record(z.string().max(40), z.string().max(40)).optional().describe("How it was held, as the control that works it."),
    meter: readingMeterSchema.optional(),
  })
  .describe("A new part, read on the bench before it goes in: it says nothing of the machine.");
export type NewPart = z.infer<typeof newPartSchema>;

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
