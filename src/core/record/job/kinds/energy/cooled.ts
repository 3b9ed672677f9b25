import { z } from "zod";
import { allowsAlways, defineEntry, noUpcasters } from "../definition";

export const cooled = defineEntry({
  kind: "cooled",
  version: 1,
  stream: "job",
  schema: z.strictObject({}).describe("Its hot parts are cool to the touch. Power makes it unknown again."),
  upcasters: noUpcasters,
  allows: allowsAlways,
  effect: (_, { safety }) => ({ safety: { ...safety, cool: true } }),
  says: () => "Cool enough to be touched",
});
