import { z } from "zod";
import { upcaster } from "../../../journal/upcast";
import { allowsAlways, defineEntry, never, text } from "../definition";

/** Ways of taking the power away, as they are said. */
const HOW = { cord: "cord out", breaker: "breaker off" } as const;

/** Power taken away is not yet proven away: the machine counts as unknown until somebody has tested it. */
const firstBody = z.strictObject({ how: z.enum(["cord", "breaker"]).optional(), locked: z.literal(true).optional() });

export const isolated = defineEntry({
  kind: "isolated",
  version: 2,
  stream: "job",
  schema: z
    .strictObject({
      how: z.enum(["cord", "breaker"]).optional().describe("Cord out, or breaker off."),
      locked: z.literal(true).optional().describe("Locked or tagged against being switched on."),
      note: text.min(1).max(200).optional().describe("What is written on the lock: whose it is, where the key is."),
    })
    .describe("The power was taken away; not proved dead."),
  upcasters: [upcaster({ kind: "isolated", version: 1 }, 2, firstBody, (body) => body)],
  ofEnergy: true,
  afterClosing: never,
  allows: allowsAlways,
  effect: ({ how, locked, note }, { safety }, { at, by }) => {
    const isolated = { ...(how && { how }), ...(locked && { locked }), ...(note && { note }) };
    if (safety.power === "dead") return { safety: { ...safety, isolated } };
    return {
      safety: {
        power: "unknown",
        liveTests: safety.liveTests,
        discharged: [],
        since: at,
        by,
        isolated,
        ...(safety.cool && { cool: safety.cool }),
      },
    };
  },
  says: ({ how, locked, note }) =>
    `Power off${how ? `: ${HOW[how]}` : ""}${locked ? `, locked${note ? ` (“${note}”)` : ""}` : ""}, not proved dead`,
});
