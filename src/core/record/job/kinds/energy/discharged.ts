import { z } from "zod";
import { maybePartOf } from "../../../../model/machine/format";
import { partName } from "../../../../model/naming/names";
import { defineEntry, never, noUpcasters, ref } from "../definition";

export const discharged = defineEntry({
  kind: "discharged",
  version: 1,
  stream: "job",
  schema: z.strictObject({ part: ref.describe("The capacitor.") }).describe("A capacitor was discharged through a resistor."),
  upcasters: noUpcasters,
  ofEnergy: true,
  afterClosing: never,
  allows: ({ part }, { safety, machine }) => {
    if (machine && !maybePartOf(machine, part)) return { code: "not-on-machine", given: part };
    return safety.power === "dead" ? undefined : { code: "discharge-needs-dead" };
  },
  effect: ({ part }, { safety }) => ({ safety: { ...safety, discharged: [...safety.discharged, part] } }),
  says: ({ part }, machine) => `Discharged: ${partName(machine, part)}`,
});
