import { z } from "zod";
import { allowsAlways, defineEntry, name, never, noUpcasters, text } from "../definition";

export const opened = defineEntry({
  kind: "opened",
  version: 1,
  stream: "job",
  schema: z
    .strictObject({
      customer: name.describe("Whose machine it is."),
      place: name.describe("Where it stands."),
      phone: text.optional().describe("How the customer is reached."),
      liveTests: z.boolean().default(false).describe("Whether live tests are allowed on this job."),
    })
    .describe("The job is opened: its first entry."),
  upcasters: noUpcasters,
  ofEnergy: false,
  afterClosing: never,
  allows: allowsAlways,
  effect: ({ liveTests, ...who }, { safety }, { at }) => ({ opened: who, openedAt: at, safety: { ...safety, liveTests } }),
  says: ({ customer, place }) => `Job opened for ${customer}, ${place}`,
});
