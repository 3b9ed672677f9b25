import { z } from "zod";
import { allowsAlways, always, defineEntry, noUpcasters, text } from "../definition";

export const visit = defineEntry({
  kind: "visit",
  version: 1,
  stream: "job",
  schema: z
    .strictObject({
      on: z.iso.datetime({ offset: true }).describe("When a technician comes."),
      minutes: z.number().int().min(5).max(1440).describe("How long it is planned for."),
      what: text.min(1).max(200).describe("What for."),
    })
    .describe("A return visit is planned."),
  upcasters: noUpcasters,
  ofEnergy: false,
  afterClosing: always,
  allows: allowsAlways,
  effect: (body, { visits }, { id }) => ({ visits: [...visits, { ...body, entry: id }] }),
  says: ({ on, what }) => `Next visit: ${on.slice(0, 10)} ${on.slice(11, 16)}, ${what}`,
});
