import { z } from "zod";
import { allowsAlways, defineEntry, noUpcasters } from "./definition";

/** Finer than other ohms are said: leads differ by hundredths. */
export const leadsSay = (ohms: number): string => `${Number(ohms.toFixed(2))} Ω`;

export const meter = defineEntry({
  kind: "meter",
  version: 1,
  stream: "job",
  schema: z
    .strictObject({ leadOhms: z.number().min(0).max(10).describe("What its leads read when shorted, Ω.") })
    .describe("What is known of the meter that is used from here on."),
  upcasters: noUpcasters,
  allows: allowsAlways,
  effect: (body) => ({ meter: body }),
  says: ({ leadOhms }) => `Leads shorted: ${leadsSay(leadOhms)}`,
});
