import { byLook, definePart, outsideTheCircuit, plainMode } from "../definition";
import { noNets, partFields } from "../fields";

export const tank = definePart({
  kind: "tank",
  called: "tank, water tank, container, water container, bowl, condensate tank, reservoir, bucket",
  schema: partFields("tank", "The water tank of a condenser machine.", { nets: noNets }),
  modes: { full: plainMode },
  ...outsideTheCircuit,
  examined: () => ({ by: "full", minutes: 1 }),
  causeCheck: byLook,
});
