import { z } from "zod";
import { allowsAlways, always, defineEntry, noUpcasters } from "../definition";

export const age = defineEntry({
  kind: "age",
  version: 1,
  stream: "job",
  schema: z
    .strictObject({ years: z.number().min(0).max(99).describe("Years since it was new, as told or as its plate says.") })
    .describe("How old the machine is."),
  upcasters: noUpcasters,
  ofEnergy: false,
  afterClosing: always,
  allows: allowsAlways,
  effect: ({ years }) => ({ age: years }),
  says: ({ years }) => `The machine is ${years} ${years === 1 ? "year" : "years"} old`,
});
