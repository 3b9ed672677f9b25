import { z } from "zod";
import type { Taken } from "../../finding/definition";
import { normalise } from "../../naming/vocabulary";
import { allowsAlways, defineEntry, noUpcasters } from "./definition";

const schema = z
  .strictObject({
    how: z.enum(["cord", "breaker"]).describe("Cord out, or breaker off."),
    proved: z.literal(true).describe("Meter on a known source, on the machine, on the known source again."),
  })
  .describe("The machine is made safe and proven dead.");

export const madeSafe = defineEntry({
  kind: "made-safe",
  version: 1,
  stream: "job",
  schema,
  upcasters: noUpcasters,
  allows: allowsAlways,
  effect: (_, { safety }, { at }) => ({ safety: { ...safety, power: "dead", discharged: [], since: at }, everSafe: true }),
  says: ({ how }) => `Made safe: ${how === "cord" ? "cord out" : "breaker off"}, proved dead`,
  typed: (saying): Taken<z.infer<typeof schema>> => {
    const said = /^(made safe|make safe|safe|dead|proved dead)( (cord|cord out|breaker|breaker off))?$/.exec(normalise(saying));
    return said ? { ok: true, taken: { how: said[3]?.startsWith("breaker") ? "breaker" : "cord", proved: true } } : undefined;
  },
});
