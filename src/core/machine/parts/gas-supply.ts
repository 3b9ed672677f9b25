import { always, asRated, byLook, definePart, lookedAt, noBranches, noThermalContact, noWindings, plainMode } from "./definition";
import { noNets, partFields } from "./fields";

export const gasSupply = definePart({
  kind: "gas-supply",
  schema: partFields("gas-supply", "The gas that comes to the machine: pipe and cock.", { nets: noNets }),
  modes: { shut: plainMode },
  conductsOnly: false,
  branches: noBranches,
  thermal: noThermalContact,
  windings: noWindings,
  readsAtRest: always,
  examined: lookedAt(1),
  causeCheck: byLook,
  varied: asRated,
  drawnClosed: always,
});
