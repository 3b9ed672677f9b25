import { z } from "zod";
import { allowsAlways, defineEntry, noUpcasters, ref, text } from "../definition";

/** The list of what is said at the hand-over, line by line. */
export const TOLD_LIST = "hand-over";

export const tick = defineEntry({
  kind: "tick",
  version: 1,
  stream: "job",
  schema: z
    .strictObject({
      list: ref.describe("The list: fit.element, by-hand."),
      item: ref.describe("The line of it, by its name."),
      says: text.min(1).max(200).describe("The line as it was read."),
      state: z.enum(["done", "not-done", "open"]).describe("Seen to; not, which wants a reason; taken back."),
      why: text.min(1).optional().describe("Why not."),
    })
    .refine((b) => b.state !== "not-done" || b.why !== undefined, { path: ["why"], message: "what was not done needs a reason" })
    .describe("A line of a checklist was seen to, or not, and why."),
  upcasters: noUpcasters,
  afterClosing: ({ list }) => list === TOLD_LIST,
  allows: allowsAlways,
  effect: (body, { ticks }) => {
    const others = ticks.filter((t) => t.list !== body.list || t.item !== body.item);
    return { ticks: body.state === "open" ? others : [...others, body] };
  },
  says: ({ says, state, why }) => {
    if (state === "open") return `Open again: ${says}`;
    return state === "done" ? `Seen to: ${says}` : `Not done: ${says} (${why})`;
  },
});
