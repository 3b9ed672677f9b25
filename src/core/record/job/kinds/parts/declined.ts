import { z } from "zod";
import { isDangerous } from "../../danger";
import { defineEntry, name, never, noUpcasters, text } from "../definition";

export const declined = defineEntry({
  kind: "declined",
  version: 1,
  stream: "job",
  schema: z
    .strictObject({
      what: text.min(1).max(300).describe("The work that was declined."),
      why: text.min(1).max(300).optional().describe("Why, in the customer’s words."),
      to: name.optional().describe("Who declined it and was told what follows."),
      unsafe: z.boolean().describe("Whether the machine can hurt a person as it is; asked, never assumed."),
      marked: z.literal(true).optional().describe("“Do not use” is on the machine, and it is cut off from every energy."),
      ends: z.boolean().describe("Whether the visit ends with it; else other work goes on."),
    })
    .describe("Work was declined. An unsafe machine is left marked and cut off, or this does not count."),
  upcasters: noUpcasters,
  ofEnergy: false,
  afterClosing: never,
  allows: ({ unsafe, marked, ends }, state) =>
    marked !== true && (unsafe || (ends && isDangerous(state))) ? { code: "not-marked" } : undefined,
  effect: (body, { declined }, { id, at }) => ({
    declined: [...declined, { ...body, entry: id, at }],
    ...(body.ends && { closed: true }),
  }),
  says: ({ what, why, unsafe, marked, ends }) =>
    `Declined: ${what}${why ? ` (“${why}”)` : ""}${unsafe ? "; not safe to use" : ""}${marked ? "; tagged DO NOT USE" : ""}${ends ? "; the visit ends here" : ""}`,
});
