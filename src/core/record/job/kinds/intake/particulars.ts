import { z } from "zod";
import { allowsAlways, defineEntry, name, never, noUpcasters, text } from "../definition";

const NAMES = { customer: "customer", place: "place", phone: "telephone" } as const;
const FIELDS = ["customer", "place", "phone"] as const;

export const particulars = defineEntry({
  kind: "particulars",
  version: 1,
  stream: "job",
  schema: z
    .strictObject({
      customer: name.optional().describe("Whose machine it is."),
      place: name.optional().describe("Where it stands."),
      phone: text.optional().describe("How the customer is reached."),
    })
    .refine((body) => FIELDS.some((f) => body[f] !== undefined), "at least one of customer, place, phone")
    .describe("Who or where was written down wrongly, and is corrected."),
  upcasters: noUpcasters,
  ofEnergy: false,
  afterClosing: never,
  allows: allowsAlways,
  effect: (body, { opened }) => (opened ? { opened: { ...opened, ...body } } : {}),
  says: (body) => `Corrected: ${FIELDS.flatMap((f) => (body[f] === undefined ? [] : [`${NAMES[f]} ${body[f]}`])).join(", ")}`,
});
