import { z } from "zod";
import { always, defineEntry, noUpcasters, text } from "../definition";

export const conclusion = defineEntry({
  kind: "conclusion",
  version: 1,
  stream: "job",
  schema: z
    .strictObject({
      wrong: text.min(1).describe("What was wrong."),
      cause: text.optional().describe("What caused it."),
      proved: text.optional().describe("What proved it."),
    })
    .describe("What it was, as it is told to the customer: proposed from the record, corrected by a person."),
  upcasters: noUpcasters,
  ofEnergy: false,
  afterClosing: always,
  allows: () => undefined,
  effect: (told) => ({ conclusion: told }),
  says: ({ wrong, cause }) => `It was: ${wrong}${cause ? `; caused by: ${cause}` : ""}`,
});
