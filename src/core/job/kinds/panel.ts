import { z } from "zod";
import { maybePanelOf } from "../../machine/format";
import { panelName } from "../../naming/names";
import { capital } from "../../naming/text";
import { defineEntry, noUpcasters, ref } from "./definition";

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
  allows: ({ panel: id, state }, { machine }) => {
    if (!machine || id === DRUM || maybePanelOf(machine, id) || (id === ALL_PANELS && state === "on")) return undefined;
    return { code: "not-on-machine", given: id };
  },
  effect: ({ panel: id, state }, { panelsOff }) => {
    const off = state === "off";
    if (id === DRUM) return { drumOut: off, ...(off && { everOpen: true }) };
    if (id === ALL_PANELS) return { panelsOff: [], drumOut: false };
    if (!off) return { panelsOff: panelsOff.filter((p) => p !== id) };
    return { panelsOff: panelsOff.includes(id) ? panelsOff : [...panelsOff, id], everOpen: true };
  },
  says: ({ panel: id, state }, machine) => {
    if (id === ALL_PANELS) return "All panels back on";
    if (id === DRUM) return state === "off" ? "Drum out" : "Drum back in";
    return `${capital(panelName(machine, id))} ${state === "off" ? "off" : "back on"}`;
  },
});
