import { byLook, definePart, lookedAt, outsideTheCircuit, plainMode } from "./definition";
import { noNets, partFields } from "./fields";

export const gasSupply = definePart({
  kind: "gas-supply",
  schema: partFields("gas-supply", "The gas that comes to the machine: pipe and cock.", { nets: noNets }),
  modes: { shut: plainMode },
  ...outsideTheCircuit,
  examined: lookedAt(1),
  causeCheck: byLook,
});
