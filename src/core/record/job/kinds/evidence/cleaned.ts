import { z } from "zod";
import { assemblyIdOf } from "../../../../model/machine/assembly";
import { assemblyName } from "../../../../model/naming/names";
import { AIRWAY, AIRWAY_PLACES, airwayWell } from "../../../finding/airway";
import { defineEntry, never, noUpcasters, text } from "../definition";

export const cleaned = defineEntry({
  kind: "cleaned",
  version: 1,
  stream: "job",
  schema: z
    .strictObject({ airway: z.enum(AIRWAY_PLACES).describe("The place."), note: text.optional().describe("A remark.") })
    .describe("A place on the way of the air was cleaned or fixed: said apart from what was found there."),
  upcasters: noUpcasters,
  ofEnergy: false,
  afterClosing: never,
  allows: () => undefined,
  // Whatever was found bad and is cleaned puts the air right; what is cleaned for good measure changes nothing that was found.
  effect: ({ airway }, state, { id }) => {
    const duct = state.machine?.parts.find((p) => p.kind === "duct");
    const found = state.evidence.findLast(({ finding }) => finding.kind === "airway" && finding.place.airway === airway)?.finding;
    if (!duct || found?.result.is !== "answer" || found.result.value === airwayWell(airway)) return {};
    const assembly = assemblyIdOf(duct);
    const name = assemblyName(state.machine, assembly);
    return { fitted: [...state.fitted, { entry: id, assembly, action: "put-right" as const, name }], proof: undefined };
  },
  says: ({ airway, note }) => `Cleaned: ${AIRWAY[airway].name.toLowerCase()}${note ? ` (${note})` : ""}`,
});
