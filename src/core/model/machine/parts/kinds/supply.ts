import { byLook, definePart, lookedAt, outsideTheCircuit, plainMode } from "../definition";
import { noNets, partFields } from "../fields";

export const supplyPart = definePart({
  kind: "supply",
  schema: partFields("supply", "The house's supply: outlet, breaker, legs.", { nets: noNets }),
  modes: { lost: plainMode },
  ...outsideTheCircuit,
  examined: lookedAt(3),
  causeCheck: byLook,
});
