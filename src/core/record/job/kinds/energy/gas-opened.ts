import { z } from "zod";
import { withOpened } from "../../gas";
import { defineEntry, never, noUpcasters, text } from "../definition";

export const gasOpened = defineEntry({
  kind: "gas-opened",
  version: 1,
  stream: "job",
  schema: z
    .strictObject({ note: text.optional().describe("Which joint.") })
    .describe("A joint of the gas train was opened: it is to be proven tight."),
  upcasters: noUpcasters,
  ofEnergy: true,
  afterClosing: never,
  allows: (_, { machine }) => (machine && !machine.burner ? { code: "not-on-machine", given: "gas" } : undefined),
  effect: ({ note }, state, { id }) => ({ joints: withOpened(state, id, note) }),
  says: ({ note }) => `Gas joint opened${note ? `: ${note}` : ""}`,
});
