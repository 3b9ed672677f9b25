import { z } from "zod";
import { closingBlockers } from "../closing";
import { defineEntry, notTyped, noUpcasters, text } from "./definition";

export const closed = defineEntry({
  kind: "closed",
  version: 1,
  stream: "job",
  schema: z.strictObject({ note: text.optional().describe("What the customer was told.") }).describe("The job is closed."),
  upcasters: noUpcasters,
  allows: (_, state) => {
    const [blocker] = closingBlockers(state);
    return blocker && { code: "still-blocked", blocker };
  },
  effect: () => ({ closed: true }),
  says: () => "Job closed",
  typed: notTyped,
});
