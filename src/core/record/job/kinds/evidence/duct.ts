import { feet } from "../../../../model/quantity/format";
import { ductRunSchema } from "../../duct-run";
import { defineEntry, never, noUpcasters } from "../definition";

const HOODS = { louvres: "louvers", flap: "flap", none: "open end" } as const;

export const duct = defineEntry({
  kind: "duct",
  version: 1,
  stream: "job",
  schema: ductRunSchema,
  upcasters: noUpcasters,
  ofEnergy: false,
  afterClosing: never,
  allows: (_, { machine }) =>
    machine && !machine.parts.some((p) => p.kind === "duct") ? { code: "not-on-machine", given: "duct" } : undefined,
  effect: (ductRun) => ({ ductRun }),
  says: ({ pieces, hood }) => {
    const metres = pieces.reduce((sum, p) => sum + (p.is === "straight" ? p.metres : 0), 0);
    const bends = pieces.filter((p) => p.is === "bend").length;
    return `Duct: ${feet(metres)}, ${bends} ${bends === 1 ? "bend" : "bends"}, ${HOODS[hood]}`;
  },
});
