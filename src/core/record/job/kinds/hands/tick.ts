import { z } from "zod";
import { jointWorkedOn, withOpened } from "../../gas";
import type { JobState } from "../../state";
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
  ofEnergy: false,
  afterClosing: ({ list }) => list === TOLD_LIST,
  allows: allowsAlways,
  effect: (body, state, { id }) => {
    const others = state.ticks.filter((t) => t.list !== body.list || t.item !== body.item);
    return { ticks: body.state === "open" ? others : [...others, body], ...joints(body, state, id) };
  },
  says: ({ says, state, why }) => {
    if (state === "open") return `Open again: ${says}`;
    return state === "done" ? `Seen to: ${says}` : `Not done: ${says} (${why})`;
  },
});

/** Work at the gas train that is ticked off was done on an open joint, whether or not anybody said so before. */
function joints({ list, item, state: done }: { list: string; item: string; state: string }, state: JobState, id: string) {
  const name = done === "done" && state.machine ? jointWorkedOn(state.machine, list, item) : undefined;
  return name !== undefined && !state.joints.some((j) => j.name === name) ? { joints: withOpened(state, id, name) } : {};
}
