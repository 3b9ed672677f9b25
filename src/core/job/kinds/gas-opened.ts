import { z } from "zod";
import { defineEntry, noUpcasters, text } from "./definition";

/** A joint of which nobody said which it is. */
const unnamed = (joints: readonly { readonly name: string }[]): string => `joint ${joints.length + 1}`;

export const gasOpened = defineEntry({
  kind: "gas-opened",
  version: 1,
  stream: "job",
  schema: z
    .strictObject({ note: text.optional().describe("Which joint.") })
    .describe("A joint of the gas train was opened: it is to be proven tight."),
  upcasters: noUpcasters,
  allows: (_, { machine }) => (machine && !machine.burner ? { code: "not-on-machine", given: "gas" } : undefined),
  effect: ({ note }, { evidence, joints }, { id }) => ({
    gasOpened: evidence.length,
    joints: [
      ...joints.filter((j) => note === undefined || j.name !== note),
      { entry: id, name: note ?? unnamed(joints), at: evidence.length },
    ],
  }),
  says: ({ note }) => `Gas joint opened${note ? `: ${note}` : ""}`,
});
