import { z } from "zod";
import { fileHashSchema } from "../../files/file";
import { maybePartOf } from "../../machine/format";
import { allowsAlways, defineEntry, noUpcasters, ref, text } from "./definition";

/** The machine's plate, as what a picture shows. */
export const PLATE = "plate";

export const photo = defineEntry({
  kind: "photo",
  version: 1,
  stream: "job",
  schema: z
    .strictObject({
      file: fileHashSchema,
      of: ref.describe("What it shows: plate, a panel, a part."),
      note: text.optional().describe("What is to be seen on it."),
    })
    .describe("A photograph; the picture itself is kept as a file by its content."),
  upcasters: noUpcasters,
  allows: allowsAlways,
  effect: ({ file, of, note }, { photos }, { id }) => ({ photos: [...photos, { entry: id, file, of, note }] }),
  says: ({ of, note }, machine) => {
    const named = of === PLATE ? "the plate" : ((machine && (maybePartOf(machine, of)?.name ?? panelName(machine.panels, of))) ?? of);
    return `Photo of ${named}${note ? `: ${note}` : ""}`;
  },
});

const panelName = (panels: readonly { readonly id: string; readonly name: string }[], id: string): string | undefined =>
  panels.find((p) => p.id === id)?.name;
