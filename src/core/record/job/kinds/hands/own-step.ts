import { z } from "zod";
import { capital } from "../../../../model/naming/text";
import { cameBack, cameOff } from "../../hands/came-off";
import { defineEntry, never, noUpcasters, text } from "../definition";

export const ownStep = defineEntry({
  kind: "own-step",
  version: 1,
  stream: "job",
  schema: z
    .strictObject({
      name: z.string().trim().min(1).max(80).describe("What it is, in the technician's words: rubber bumper of the top hinge."),
      state: z.enum(["off", "on", "stays"]).describe("It came off; it went back; it stays off for good, which wants a reason."),
      note: text.optional().describe("How it came off, which way round it sits."),
      why: text.min(1).optional().describe("Why it stays off."),
    })
    .refine((b) => b.state !== "stays" || b.why !== undefined, { path: ["why"], message: "what stays off needs a reason" })
    .describe("Something came off that the machine's file does not have, or went back."),
  upcasters: noUpcasters,
  ofEnergy: false,
  afterClosing: never,
  allows: ({ name, state }, { cameOff: off }) =>
    state === "off" || off.some((c) => c.is === "own" && c.id === name) ? undefined : { code: "not-off", given: name },
  effect: ({ name, state, note }, before, { id }) => {
    const thing = { is: "own", id: name } as const;
    if (state === "off") return { cameOff: cameOff(before.cameOff, { ...thing, entry: id, ...(note && { note }) }), everOpen: true };
    return { cameOff: cameBack(before.cameOff, thing) };
  },
  says: ({ name, state, note, why }) => {
    if (state === "stays") return `${capital(name)} stays off: ${why}`;
    return `${capital(name)} ${state === "off" ? "off" : "back on"}${note ? ` (${note})` : ""}`;
  },
});
