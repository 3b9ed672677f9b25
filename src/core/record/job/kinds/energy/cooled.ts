import { z } from "zod";
import { allowsAlways, defineEntry, never, noUpcasters } from "../definition";

export const cooled = defineEntry({
  kind: "cooled",
  version: 1,
  stream: "job",
  schema: z.strictObject({}).describe("Its hot parts are cool to the touch. Power makes it unknown again."),
  upcasters: noUpcasters,
  ofEnergy: true,
  afterClosing: never,
  allows: allowsAlways,
  effect: (_, { safety }) => ({ safety: { ...safety, cool: true } }),
  says: () => "Cool enough to be touched",
});
