import { z } from "zod";
import { withOpened } from "../../gas";
import { defineEntry, never, noUpcasters, text } from "../definition";

/** Holds what a conversion to another fuel consists of: all of it or none (NFPA 54, conversion of equipment). */
export const CONVERSION = {
  orifice: "Orifice of that fuel, seated and tight",
  spring: "Regulator spring or its setting for that fuel, with its retainer",
  cap: "Limiter or cap of that fuel reused or changed",
  pressure: "Manifold pressure set by the gauge, burning",
  label: "Label of the conversion stuck on beside the plate",
} as const;
export type ConversionItem = keyof typeof CONVERSION;
export const CONVERSION_ITEMS = Object.keys(CONVERSION) as ConversionItem[];

const done = z.literal(true);

export const converted = defineEntry({
  kind: "converted",
  version: 1,
  stream: "job",
  schema: z
    .strictObject({
      to: z.enum(["natural", "propane"]).describe("The fuel that it burns from now on."),
      items: z
        .strictObject({
          orifice: done.describe("Its orifice."),
          spring: done.describe("Its spring or setting."),
          cap: done.describe("Its limiter or cap."),
          pressure: done.describe("Its manifold pressure, by the gauge."),
          label: done.describe("Its label."),
        })
        .describe("All of the conversion; less is none."),
      note: text.optional().describe("A remark."),
    })
    .describe("The burner was converted to another fuel, as a complete set."),
  upcasters: noUpcasters,
  ofEnergy: true,
  afterClosing: never,
  allows: (_, { machine, safety }) => {
    if (machine && !machine.burner) return { code: "not-on-machine", given: "burner" };
    return safety.power === "dead" ? undefined : { code: "fitting-needs-dead" };
  },
  // Its orifice was out: that joint is to be proven tight.
  effect: ({ to }, state, { id }) => ({
    burnerSet: { ...state.burnerSet, gas: to },
    joints: withOpened(state, id, "orifice"),
    proof: undefined,
  }),
  says: ({ to }) => `Converted to ${to === "natural" ? "natural gas" : "propane"}: orifice, spring, cap, pressure, label`,
});
