import { z } from "zod";
import { maybePanelOf } from "../../../../model/machine/format";
import { panelDoneSays } from "../../../../model/naming/removals";
import { cameBack, cameOff } from "../../hands/came-off";
import { defineEntry, never, noUpcasters, ref } from "../definition";

/** Not a panel, and in the way like one. */
export const DRUM = "drum";
/** Every panel at once; only ever back on. */
export const ALL_PANELS = "all";

const schema = z
  .strictObject({
    panel: ref.describe("The panel; or drum; or all, when every one is back."),
    state: z.enum(["off", "on"]).describe("Where it is now."),
  })
  .describe("A panel came off or went back.");

export const panel = defineEntry({
  kind: "panel",
  version: 1,
  stream: "job",
  schema,
  upcasters: noUpcasters,
  ofEnergy: false,
  afterClosing: never,
  allows: ({ panel: id, state }, { machine }) => {
    if (!machine || id === DRUM || maybePanelOf(machine, id) || (id === ALL_PANELS && state === "on")) return undefined;
    return { code: "not-on-machine", given: id };
  },
  effect: ({ panel: id, state }, before, { id: entry }) => {
    if (id === ALL_PANELS) return { panelsOff: [], drumOut: false, cameOff: before.cameOff.filter((c) => c.is !== "panel") };
    const off = state === "off";
    const { panelsOff, machine } = before;
    const known = !machine || maybePanelOf(machine, id) !== undefined;
    return {
      ...(id === DRUM && { drumOut: off }),
      ...(known && { panelsOff: off ? [...new Set([...panelsOff, id])] : panelsOff.filter((p) => p !== id) }),
      cameOff: off ? cameOff(before.cameOff, { is: "panel", id, entry }) : cameBack(before.cameOff, { is: "panel", id }),
      ...(off && { everOpen: true, wasOff: before.wasOff.includes(id) ? before.wasOff : [...before.wasOff, id] }),
    };
  },
  says: ({ panel: id, state }, machine) => {
    if (id === ALL_PANELS) return "All panels back on";
    return panelDoneSays(machine, id, state);
  },
});
