import { z } from "zod";
import { type Machine, maybePartOf } from "../../../../model/machine/format";
import { fileHashSchema } from "../../../files/file";
import { upcaster } from "../../../journal/upcast";
import { allowsAlways, defineEntry, never, ref, text } from "../definition";

/** The machine's plate, as what a picture shows. */
export const PLATE = "plate";

const firstBody = z.strictObject({ file: fileHashSchema, of: ref, note: text.optional() });

export const photo = defineEntry({
  kind: "photo",
  version: 2,
  stream: "job",
  schema: z
    .strictObject({
      file: fileHashSchema,
      of: ref.describe("What it shows: plate, a panel, a part."),
      note: text.optional().describe("What is to be seen on it."),
      when: z.enum(["before", "after"]).optional().describe("Before hands went in, or after."),
    })
    .describe("A photograph; the picture itself is kept as a file by its content."),
  upcasters: [upcaster({ kind: "photo", version: 1 }, 2, firstBody, (body) => body)],
  ofEnergy: false,
  afterClosing: never,
  allows: allowsAlways,
  effect: ({ file, of, note, when }, { photos }, { id }) => ({
    photos: [...photos, { entry: id, file, of, note, ...(when && { when }) }],
  }),
  says: (photo, machine) => photoSays(machine, photo),
});

/** “Photo of Heating element, before”. */
export function photoSays(
  machine: Machine | undefined,
  { of, note, when }: { readonly of: string; readonly note?: string | undefined; readonly when?: "before" | "after" | undefined },
): string {
  const named = of === PLATE ? "the plate" : ((machine && (maybePartOf(machine, of)?.name ?? panelName(machine.panels, of))) ?? of);
  return `Photo of ${named}${when ? `, ${when}` : ""}${note ? `: ${note}` : ""}`;
}

const panelName = (panels: readonly { readonly id: string; readonly name: string }[], id: string): string | undefined =>
  panels.find((p) => p.id === id)?.name;
