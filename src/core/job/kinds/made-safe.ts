import { z } from "zod";
import type { Taken } from "../../finding/definition";
import { upcaster } from "../../journal/upcast";
import { normalise } from "../../naming/vocabulary";
import { allowsAlways, defineEntry } from "./definition";

const schema = z
  .strictObject({
    how: z.enum(["cord", "breaker"]).describe("Cord out, or breaker off."),
    proved: z.literal(true).describe("Meter on a known source, on the machine, on the known source again."),
    holds: z
      .literal(true)
      .optional()
      .describe("Recorded by a version in which a proof of dead did not run out; it holds until power. Never written now."),
  })
  .describe("The machine is made safe and proven dead.");

const firstBody = z.strictObject({ how: z.enum(["cord", "breaker"]), proved: z.literal(true) });

export const madeSafe = defineEntry({
  kind: "made-safe",
  version: 2,
  stream: "job",
  schema,
  upcasters: [upcaster({ kind: "made-safe", version: 1 }, 2, firstBody, (body) => ({ ...body, holds: true as const }))],
  allows: allowsAlways,
  effect: ({ holds }, { safety: { liveTests } }, { at, by }) => ({
    safety: { power: "dead", liveTests, discharged: [], since: at, by, ...(holds && { holds }) },
    everSafe: true,
  }),
  says: ({ how }) => `Made safe: ${how === "cord" ? "cord out" : "breaker off"}, proved dead`,
  typed: (saying): Taken<z.infer<typeof schema>> => {
    const said = /^(made safe|make safe|safe|dead|proved dead)( (cord|cord out|breaker|breaker off))?$/.exec(normalise(saying));
    return said ? { ok: true, taken: { how: said[3]?.startsWith("breaker") ? "breaker" : "cord", proved: true } } : undefined;
  },
});
