import { z } from "zod";
import { upcaster } from "../../journal/upcast";
import { defineEntry } from "./definition";

const second = z.strictObject({
  how: z.enum(["cord", "breaker"]).describe("Cord out, or breaker off."),
  proved: z.literal(true).describe("Meter on a known source, on the machine, on the known source again."),
  holds: z
    .literal(true)
    .optional()
    .describe("Recorded by a version in which a proof of dead did not run out; it holds until power. Never written now."),
});

const schema = second
  .safeExtend({
    knows: z
      .uuid()
      .nullable()
      .optional()
      .describe("The entry that last made the machine live, as far as was known here; null: none. Left out: believed."),
  })
  .strict()
  .describe("The machine is made safe and proven dead.");

const firstBody = z.strictObject({ how: z.enum(["cord", "breaker"]), proved: z.literal(true) });

export const madeSafe = defineEntry({
  kind: "made-safe",
  version: 3,
  stream: "job",
  schema,
  upcasters: [
    upcaster({ kind: "made-safe", version: 1 }, 2, firstBody, (body) => ({ ...body, holds: true as const })),
    upcaster({ kind: "made-safe", version: 2 }, 3, second, (body) => body),
  ],
  // Order is the server's: a proof made out of reach may come in behind a switching on that it never saw.
  allows: ({ knows }, { livened }) =>
    knows !== undefined && livened !== undefined && livened !== knows ? { code: "live-unseen" } : undefined,
  effect: ({ holds }, { safety: { liveTests, isolated }, evidence, untold }, { at, by }) => ({
    safety: { power: "dead", liveTests, discharged: [], since: at, by, ...(holds && { holds }), ...(isolated && { isolated }) },
    everSafe: true,
    answersAtSwitch: evidence.length + untold.length,
  }),
  says: ({ how }) => `Made safe: ${how === "cord" ? "cord out" : "breaker off"}, proved dead`,
});
