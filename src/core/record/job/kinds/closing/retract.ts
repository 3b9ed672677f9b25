import { z } from "zod";
import { allowsAlways, always, changesNothing, defineEntry, noUpcasters, text } from "../definition";

/** Whatever it takes back is left out by the fold, before anything has an effect. */
export const retract = defineEntry({
  kind: "retract",
  version: 1,
  stream: "job",
  schema: z
    .strictObject({ entry: z.uuid().describe("The entry that is taken back."), why: text.optional().describe("Why.") })
    .describe("An entry is taken back; it stays in the record, struck through."),
  upcasters: noUpcasters,
  ofEnergy: false,
  afterClosing: always,
  allows: allowsAlways,
  effect: changesNothing,
  says: () => "An entry taken back",
});
