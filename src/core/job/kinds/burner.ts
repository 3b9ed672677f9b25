import { z } from "zod";
import { defineEntry, noUpcasters } from "./definition";

export const burnerSetSchema = z
  .strictObject({
    gas: z.enum(["natural", "propane"]).describe("The fuel that comes to it."),
    altitudeFt: z.number().min(-1500).max(15_000).optional().describe("Height above the sea, ft."),
    orificeInches: z.number().min(0.0135).max(0.228).optional().describe("The hole of its orifice, in."),
    manifoldInWc: z.number().min(0.1).max(28).optional().describe("Pressure at the manifold, burning, in w.c."),
    supplyInWc: z.number().min(0.1).max(28).optional().describe("Pressure before the valve, burning, in w.c."),
    supplyStaticInWc: z.number().min(0.1).max(28).optional().describe("The same with nothing burning, in w.c."),
  })
  .describe("How the burner stands: its fuel, orifice and pressures.");

export const burner = defineEntry({
  kind: "burner",
  version: 1,
  stream: "job",
  schema: burnerSetSchema,
  upcasters: noUpcasters,
  allows: (_, { machine }) => (machine && !machine.burner ? { code: "not-on-machine", given: "burner" } : undefined),
  effect: (burnerSet) => ({ burnerSet }),
  says: ({ gas, orificeInches, manifoldInWc, supplyInWc }) =>
    [
      `Burner: ${gas === "natural" ? "natural gas" : "propane"}`,
      ...(orificeInches === undefined ? [] : [`orifice ${(orificeInches * 25.4).toFixed(2)} mm`]),
      ...(manifoldInWc === undefined ? [] : [`manifold ${manifoldInWc} in w.c.`]),
      ...(supplyInWc === undefined ? [] : [`supply ${supplyInWc} in w.c.`]),
    ].join(", "),
});
