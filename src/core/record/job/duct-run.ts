import { z } from "zod";

const material = z.enum(["metal", "foil"]).describe("What it is made of.");

export const ductRunSchema = z
  .strictObject({
    diameterM: z.number().min(0.05).max(0.4).describe("Diameter, m."),
    pieces: z
      .array(
        z.discriminatedUnion("is", [
          z
            .strictObject({ is: z.literal("straight"), material, metres: z.number().positive().max(60).describe("Length, m.") })
            .describe("A length."),
          z
            .strictObject({
              is: z.literal("bend"),
              material,
              degrees: z.union([z.literal(45), z.literal(90)]).describe("How far it turns."),
            })
            .describe("A bend."),
        ]),
      )
      .min(1)
      .max(40)
      .describe("From the machine to the outside, in order."),
    hood: z.enum(["louvres", "flap", "none"]).describe("What it ends in."),
    hoodOpen: z.number().min(0.02).max(1).describe("Share of the hood that is open."),
    upM: z.number().min(-30).max(30).describe("How much higher the outside lies, m."),
  })
  .describe("The run of the duct.");

export type DuctRunKept = z.infer<typeof ductRunSchema>;
