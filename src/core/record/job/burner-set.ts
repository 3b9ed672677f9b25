import { z } from "zod";

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

export type BurnerSet = z.infer<typeof burnerSetSchema>;
