import { byLook, definePart, lookedAt, outsideTheCircuit, plainMode } from "../definition";
import { noNets, partFields } from "../fields";

export const supplyPart = definePart({
  kind: "supply",
  called:
    "supply, outlet, socket, receptacle, wall outlet, house supply, breaker, house fuse, house fuses, mains, power supply, wall socket, supply leg, breaker box, outlet in the wall, plug socket, house wiring, circuit breaker, fuse in the house, mains supply, power point, house side, house outlet",
  schema: partFields("supply", "The house's supply: outlet, breaker, legs.", { nets: noNets }),
  modes: { lost: plainMode },
  ...outsideTheCircuit,
  examined: lookedAt(3),
  causeCheck: byLook,
});
