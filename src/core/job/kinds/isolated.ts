import { z } from "zod";
import { allowsAlways, defineEntry, noUpcasters } from "./definition";

/** Ways of taking the power away, as they are said. */
const HOW = { cord: "cord out", breaker: "breaker off" } as const;

/** Power taken away is not yet proven away: the machine counts as unknown until somebody has tested it. */
export const isolated = defineEntry({
  kind: "isolated",
  version: 1,
  stream: "job",
  schema: z
    .strictObject({
      how: z.enum(["cord", "breaker"]).optional().describe("Cord out, or breaker off."),
      locked: z.literal(true).optional().describe("Locked or tagged against being switched on."),
    })
    .describe("The power was taken away; not proven dead."),
  upcasters: noUpcasters,
  allows: allowsAlways,
  effect: ({ how, locked }, { safety }, { at, by }) =>
    safety.power === "dead"
      ? { safety: { ...safety, isolated: { ...(how && { how }), ...(locked && { locked }) } } }
      : {
          safety: {
            power: "unknown",
            liveTests: safety.liveTests,
            discharged: [],
            since: at,
            by,
            isolated: { ...(how && { how }), ...(locked && { locked }) },
          },
        },
  says: ({ how, locked }) => `Power off${how ? `: ${HOW[how]}` : ""}${locked ? ", locked" : ""}, not proven dead`,
});
