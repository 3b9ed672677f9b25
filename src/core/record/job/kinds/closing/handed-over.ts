import { z } from "zod";
import { upcaster } from "../../../journal/upcast";
import { always, defineEntry, name } from "../definition";

const to = name.describe("Who took it over, by the name that was signed or said.");
const stroke = z.array(z.number().int().min(0).max(1000)).min(2).max(4000);

export const handedOver = defineEntry({
  kind: "handed-over",
  version: 2,
  stream: "job",
  schema: z
    .strictObject({
      to,
      signed: z
        .array(stroke)
        .min(1)
        .max(120)
        .optional()
        .describe("The name as it was drawn: strokes of points, x and y in turn, within 1000 by 300."),
    })
    .describe("The machine was handed over, with what was found, done and left told."),
  upcasters: [upcaster({ kind: "handed-over", version: 1 }, 2, z.strictObject({ to }), (body) => body)],
  ofEnergy: false,
  afterClosing: always,
  allows: (_, { closed }) => (closed ? undefined : { code: "not-closed" }),
  effect: ({ to, signed }, _, { at, by }) => ({ handedOver: { to, at, by, ...(signed && { signed }) } }),
  says: ({ to, signed }) => `Handed over to ${to}${signed ? ", who signed" : ""}`,
});
