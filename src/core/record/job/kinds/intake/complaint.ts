import { z } from "zod";
import { findingSchema } from "../../../finding/finding";
import { upcaster } from "../../../journal/upcast";
import { firstSighting, upSighting } from "../../first-version";
import { witnessed } from "../../witnessed";
import { allowsAlways, defineEntry, never, text } from "../definition";

const firstBody = z.strictObject({ words: text.min(1), sightings: z.array(firstSighting).max(20) });

export const complaint = defineEntry({
  kind: "complaint",
  version: 2,
  stream: "job",
  schema: z
    .strictObject({
      words: text.min(1).describe("What the customer said."),
      findings: z.array(findingSchema).max(20).describe("What was taken from these words."),
    })
    .describe("What the customer noticed."),
  upcasters: [
    upcaster({ kind: "complaint", version: 1 }, 2, firstBody, ({ words, sightings }) => ({ words, findings: sightings.map(upSighting) })),
  ],
  ofEnergy: false,
  afterClosing: never,
  allows: allowsAlways,
  effect: (body, state, { id }) => ({ complaint: body, ...witnessed(state, id, "customer", body.findings) }),
  says: ({ words }) => `Complaint: “${words}”`,
});
