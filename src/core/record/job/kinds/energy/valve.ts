import { z } from "zod";
import { capital } from "../../../../model/naming/text";
import { defineEntry, never, noUpcasters } from "../definition";

export const valve = defineEntry({
  kind: "valve",
  version: 1,
  stream: "job",
  schema: z
    .strictObject({
      of: z.enum(["gas", "water"]).describe("Which supply."),
      state: z.enum(["shut", "open"]).describe("How its cock stands now."),
    })
    .describe("The gas or the water to the machine was shut or opened."),
  upcasters: noUpcasters,
  ofEnergy: true,
  afterClosing: never,
  allows: ({ of }, { machine }) => (of === "gas" && machine && !machine.burner ? { code: "not-on-machine", given: "gas" } : undefined),
  effect: ({ of, state }, { shut }) => ({ shut: state === "shut" ? [...new Set([...shut, of])] : shut.filter((s) => s !== of) }),
  says: ({ of, state }) => `${capital(of)} ${state === "shut" ? "off" : "on"}`,
});
