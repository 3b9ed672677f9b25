import { byLook, definePart, lookedAt, outsideTheCircuit, plainMode } from "../definition";
import { id, noNets, partFields } from "../fields";

export const setting = definePart({
  kind: "setting",
  called: "",
  schema: partFields("setting", "How the machine is set: a cycle without heat, a lock, a delay.", {
    nets: noNets,
    control: id.describe("The control that may be set wrong."),
  }),
  modes: { wrong: plainMode },
  ...outsideTheCircuit,
  examined: lookedAt(1),
  causeCheck: byLook,
});
