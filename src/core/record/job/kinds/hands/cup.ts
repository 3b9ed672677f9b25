import { z } from "zod";
import { fastenerSchema } from "../../../../model/machine/cabinet";
import { maybePanelOf, maybePartOf } from "../../../../model/machine/format";
import { fastenersSay } from "../../../../model/naming/fasteners";
import { panelName } from "../../../../model/naming/names";
import { capital } from "../../../../model/naming/text";
import { allowsAlways, defineEntry, never, noUpcasters, text } from "../definition";

export const cup = defineEntry({
  kind: "cup",
  version: 1,
  stream: "job",
  schema: z
    .strictObject({
      of: text.min(1).max(80).describe("The panel, the part, or the thing in the technician's words that they held."),
      fasteners: z.array(fastenerSchema).max(20).describe("What came out of it and is saved, counted; what stays on it is left out."),
    })
    .describe("The fasteners of one thing are in their cup, counted."),
  upcasters: noUpcasters,
  ofEnergy: false,
  afterClosing: never,
  allows: allowsAlways,
  effect: (body, { cups }, { id }) => ({ cups: [...cups.filter((c) => c.of !== body.of), { ...body, entry: id }] }),
  says: ({ of, fasteners }, machine) => {
    const name = machine && (maybePanelOf(machine, of) ? panelName(machine, of) : maybePartOf(machine, of)?.name);
    return `Cup of the ${name ?? of}: ${capital(fastenersSay(fasteners) || "empty").replace(/^./, (c) => c.toLowerCase())}`;
  },
});
