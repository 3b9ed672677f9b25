import { z } from "zod";
import { fileHashSchema } from "../../../files/file";
import { defineEntry, never, noUpcasters, text } from "../definition";

const within = z.number().min(0).max(1);

export const pins = defineEntry({
  kind: "pins",
  version: 1,
  stream: "job",
  schema: z
    .strictObject({
      file: fileHashSchema.describe("The picture."),
      pins: z
        .array(
          z
            .strictObject({
              x: within.describe("From its left edge, as a share of its width."),
              y: within.describe("From its upper edge, as a share of its height."),
              says: text.min(1).max(80).describe("What is there."),
            })
            .describe("A label pinned to a place of it."),
        )
        .max(40)
        .describe("All labels of the picture; those before are replaced."),
    })
    .describe("Labels pinned to a photograph."),
  upcasters: noUpcasters,
  ofEnergy: false,
  afterClosing: never,
  allows: ({ file }, { photos }) => (photos.some((p) => p.file === file) ? undefined : { code: "no-photo", given: file.slice(0, 8) }),
  effect: ({ file, pins: labels }, { photos }) => ({ photos: photos.map((p) => (p.file === file ? { ...p, pins: labels } : p)) }),
  says: ({ pins: labels }) =>
    labels.length === 0 ? "Labels of a photo taken off" : `Labels on a photo: ${labels.map((p) => p.says).join(", ")}`,
});
