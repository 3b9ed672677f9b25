import { byLook, definePart, lookedAt, outsideTheCircuit, plainMode } from "../definition";
import { noNets, partFields } from "../fields";

export const belt = definePart({
  kind: "belt",
  called: "belt, drum belt, drive belt",
  schema: partFields("belt", "The drum belt.", { nets: noNets }),
  modes: { broken: plainMode, slips: plainMode, "idler-stuck": plainMode },
  ...outsideTheCircuit,
  examined: lookedAt(1),
  causeCheck: byLook,
});
