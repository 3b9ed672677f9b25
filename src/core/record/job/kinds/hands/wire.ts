import { z } from "zod";
import { maybePartOf } from "../../../../model/machine/format";
import { partName } from "../../../../model/naming/names";
import { cameBack, cameOff } from "../../hands/came-off";
import { touchedNow, withTerminals } from "../../hands/touched";
import { defineEntry, never, noUpcasters } from "../definition";

export const wire = defineEntry({
  kind: "wire",
  version: 1,
  stream: "job",
  schema: z
    .strictObject({
      of: z.string().trim().min(1).max(60).describe("The part whose wires they are, or the plug."),
      state: z.enum(["off", "on"]).describe("Where they are now."),
    })
    .describe("The wires of a part, or a plug, came off or went back."),
  upcasters: noUpcasters,
  ofEnergy: false,
  afterClosing: never,
  allows: ({ of }, { machine }) =>
    machine && !maybePartOf(machine, of) && !machine.testPoints.some((t) => t.net.startsWith(`${of}.`))
      ? { code: "not-on-machine", given: of }
      : undefined,
  effect: ({ of, state }, { machine, wiresOff, ...before }, { id }) => ({
    wiresOff: state === "off" ? [...new Set([...wiresOff, of])] : wiresOff.filter((w) => w !== of),
    cameOff:
      state === "off" ? cameOff(before.cameOff, { is: "wires", id: of, entry: id }) : cameBack(before.cameOff, { is: "wires", id: of }),
    ...touchedNow(before, withTerminals(machine, before.touched, [of])),
  }),
  says: ({ of, state }, machine) => {
    const name = machine && !maybePartOf(machine, of) ? `Plug ${of}` : `Wires of the ${partName(machine, of)}`;
    return `${name} ${state === "off" ? "off" : "back on"}`;
  },
});
