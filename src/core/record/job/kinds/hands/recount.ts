import { z } from "zod";
import { maybePanelOf } from "../../../../model/machine/format";
import { panelName } from "../../../../model/naming/names";
import { allowsAlways, defineEntry, never, noUpcasters, text } from "../definition";

const few = z.number().int().min(0).max(60);

export const recount = defineEntry({
  kind: "recount",
  version: 1,
  stream: "job",
  schema: z
    .strictObject({
      of: text.min(1).max(80).describe("What went back on."),
      over: few.default(0).describe("So many fasteners were left over."),
      short: few.default(0).describe("So many were missing."),
      why: text.min(1).optional().describe("Where they were found, or why it is all right so."),
    })
    .describe("What the cups came to when something went back on. Until it is told why, the job stays open."),
  upcasters: noUpcasters,
  ofEnergy: false,
  afterClosing: never,
  allows: allowsAlways,
  effect: (body, { recounts }, { id }) => ({ recounts: [...recounts.filter((c) => c.of !== body.of), { ...body, entry: id }] }),
  says: ({ of, over, short, why }, machine) => {
    const name = machine && maybePanelOf(machine, of) ? panelName(machine, of) : of;
    const counts = [...(over > 0 ? [`${over} left over`] : []), ...(short > 0 ? [`${short} missing`] : [])];
    return `Fasteners of the ${name}: ${counts.join(", ") || "all back"}${why ? ` (${why})` : ""}`;
  },
});
