import { z } from "zod";
import { allowsAlways, defineEntry, never, noUpcasters, text } from "../definition";

export const energised = defineEntry({
  kind: "energised",
  version: 1,
  stream: "job",
  schema: z.strictObject({ note: text.optional().describe("A remark.") }).describe("The machine is live from here on."),
  upcasters: noUpcasters,
  ofEnergy: true,
  afterClosing: never,
  allows: allowsAlways,
  effect: (_, { safety: { liveTests }, evidence, untold }, { id, at, by }) => ({
    safety: { power: "live", liveTests, discharged: [], since: at, by },
    livened: id,
    answersAtSwitch: evidence.length + untold.length,
  }),
  says: () => "Power on: the machine is LIVE",
});
