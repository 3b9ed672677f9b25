import { z } from "zod";
import { upcaster } from "../../../journal/upcast";
import { defineEntry, never } from "../definition";

/** Holds what a meter can be tried on. */
export const KNOWN_SOURCES = ["outlet", "lamp socket", "proving unit"] as const;

const second = z.strictObject({
  how: z.enum(["cord", "breaker"]).describe("Cord out, or breaker off."),
  proved: z.literal(true).describe("Meter on a known source, on the machine, on the known source again."),
  holds: z
    .literal(true)
    .optional()
    .describe("Recorded by a version in which a proof of dead did not run out; it runs out like any other. Never written now."),
});

const third = second
  .safeExtend({
    knows: z
      .uuid()
      .nullable()
      .optional()
      .describe("The entry that last made the machine live, as far as was known here; null: none. Left out: believed."),
  })
  .strict();

const schema = third
  .safeExtend({
    check: z
      .strictObject({ source: z.enum(KNOWN_SOURCES).describe("Where the meter showed its volts, before and after.") })
      .optional()
      .describe("The three steps were gone through one by one; left out: told as one."),
  })
  .strict()
  .describe("The machine is made safe and proven dead.");

const firstBody = z.strictObject({ how: z.enum(["cord", "breaker"]), proved: z.literal(true) });

export const madeSafe = defineEntry({
  kind: "made-safe",
  version: 4,
  stream: "job",
  schema,
  upcasters: [
    upcaster({ kind: "made-safe", version: 1 }, 2, firstBody, (body) => ({ ...body, holds: true as const })),
    upcaster({ kind: "made-safe", version: 2 }, 3, second, (body) => body),
    upcaster({ kind: "made-safe", version: 3 }, 4, third, (body) => body),
  ],
  // Order is the server's: a proof made out of reach may come in behind a switching on that it never saw.
  ofEnergy: true,
  afterClosing: never,
  allows: ({ knows }, { livened }) =>
    knows !== undefined && livened !== undefined && livened !== knows ? { code: "live-unseen" } : undefined,
  effect: (_, { safety: { liveTests, isolated, cool }, evidence, untold }, { at, by }) => ({
    safety: {
      power: "dead",
      liveTests,
      discharged: [],
      since: at,
      by,
      ...(isolated && { isolated }),
      ...(cool && { cool }),
    },
    everSafe: true,
    answersAtSwitch: evidence.length + untold.length,
  }),
  says: ({ how, check }) =>
    `Proved dead: ${how === "cord" ? "cord out" : "breaker off"}${check ? `, meter checked on the ${check.source} before and after` : ""}`,
});
