import { z } from "zod";
import { meterSchema } from "../../../../model/instrument/meter";
import { upcaster } from "../../../journal/upcast";
import { allowsAlways, defineEntry, never } from "../definition";

/** Finer than other ohms are said: leads differ by hundredths. */
export const leadsSay = (ohms: number): string => `${Number(ohms.toFixed(2))} Ω`;

const leadOhms = z.number().min(0).max(10);
const firstBody = z.strictObject({ leadOhms });

export const meter = defineEntry({
  kind: "meter",
  version: 2,
  stream: "job",
  schema: z
    .strictObject({
      leadOhms: leadOhms.optional().describe("What its leads read when shorted, Ω."),
      used: meterSchema.optional(),
    })
    .refine((b) => b.leadOhms !== undefined || b.used !== undefined, "what its leads read, or which meter it is")
    .describe("What is known of the meter that is used from here on."),
  upcasters: [upcaster({ kind: "meter", version: 1 }, 2, firstBody, (body) => body)],
  ofEnergy: false,
  afterClosing: never,
  allows: allowsAlways,
  // Another meter has other leads.
  effect: ({ leadOhms, used }, state) => ({
    meter: { ...(used ? {} : state.meter), ...(leadOhms !== undefined && { leadOhms }), ...(used && { used }) },
    ...(used && { meters: [...state.meters.filter((m) => m.name !== used.name), used] }),
  }),
  says: ({ leadOhms, used }) =>
    [used && `Measured with: ${used.name}`, leadOhms !== undefined && `Leads shorted: ${leadsSay(leadOhms)}`].filter(Boolean).join(". "),
});
