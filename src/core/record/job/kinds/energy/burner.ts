import { burnerSetSchema } from "../../burner-set";
import { defineEntry, never, noUpcasters } from "../definition";

export const burner = defineEntry({
  kind: "burner",
  version: 1,
  stream: "job",
  schema: burnerSetSchema,
  upcasters: noUpcasters,
  ofEnergy: false,
  afterClosing: never,
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
