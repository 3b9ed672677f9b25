import { z } from "zod";
import { maybePanelOf } from "../../../../model/machine/format";
import { panelName } from "../../../../model/naming/names";
import { capital } from "../../../../model/naming/text";
import { defineEntry, never, noUpcasters, ref, text } from "../definition";

export const differs = defineEntry({
  kind: "differs",
  version: 1,
  stream: "job",
  schema: z
    .strictObject({
      of: ref.describe("The panel."),
      needs: z.array(ref).max(10).optional().describe("What else must be off before it can come off."),
      minutes: z.number().positive().max(600).optional().describe("Minutes that it takes here, off and back again."),
      note: text.optional().describe("What was found."),
    })
    .describe("The way in is not as the machine's file has it: what is in the way besides, or takes longer."),
  upcasters: noUpcasters,
  ofEnergy: false,
  afterClosing: never,
  allows: ({ of, needs = [] }, { machine }) => {
    const strange = machine && [of, ...needs].find((p) => !maybePanelOf(machine, p));
    if (strange !== undefined) return { code: "not-on-machine", given: strange };
    return needs.includes(of) ? { code: "behind-itself", given: of } : undefined;
  },
  effect: ({ of, needs, minutes }, state) => ({
    differs: [...state.differs, { of, ...(needs && { needs }), ...(minutes !== undefined && { minutes }) }],
  }),
  says: ({ of, needs = [], minutes, note }, machine) => {
    const told = [
      ...(needs.length > 0 ? [`only after the ${needs.map((n) => panelName(machine, n)).join(" and the ")}`] : []),
      ...(minutes !== undefined ? [`takes ${minutes} min`] : []),
      ...(note ? [note] : []),
    ];
    return `${capital(panelName(machine, of))} differs: ${told.join("; ") || "not as its file says"}`;
  },
});
