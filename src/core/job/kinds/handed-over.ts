import { z } from "zod";
import { defineEntry, name, noUpcasters } from "./definition";

export const handedOver = defineEntry({
  kind: "handed-over",
  version: 1,
  stream: "job",
  schema: z
    .strictObject({ to: name.describe("Who took it over, by the name that was signed or said.") })
    .describe("The machine was handed over, with what was found, done and left told."),
  upcasters: noUpcasters,
  allows: (_, { closed }) => (closed ? undefined : { code: "not-closed" }),
  effect: ({ to }, _, { at }) => ({ handedOver: { to, at } }),
  says: ({ to }) => `Handed over to ${to}`,
});
