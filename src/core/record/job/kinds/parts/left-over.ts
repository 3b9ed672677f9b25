import { z } from "zod";
import { allowsAlways, always, defineEntry, name, noUpcasters, text } from "../definition";

export const leftOver = defineEntry({
  kind: "left-over",
  version: 1,
  stream: "job",
  schema: z
    .strictObject({
      item: z.string().trim().min(1).max(40).describe("Code of the kit."),
      piece: name.describe("The piece of it that stays over."),
      count: z.number().int().min(1).max(999).describe("How many."),
      why: text.min(1).max(300).optional().describe("Why: for other models, the old one was good."),
    })
    .describe("Pieces of a kit stay over on purpose."),
  upcasters: noUpcasters,
  ofEnergy: false,
  afterClosing: always,
  allows: allowsAlways,
  effect: (body, { leftOver }) => ({ leftOver: [...leftOver, body] }),
  says: ({ item, piece, count, why }) =>
    `Left over of ${item}, on purpose: ${count === 1 ? "" : `${count} × `}${piece}${why ? ` (${why})` : ""}`,
});
