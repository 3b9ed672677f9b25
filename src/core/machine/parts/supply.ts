import { always, asRated, byLook, definePart, lookedAt, noBranches, noThermalContact, noWindings, plainMode } from "./definition";
import { noNets, partFields } from "./fields";

export const supplyPart = definePart({
  kind: "supply",
  schema: partFields("supply", "The house's supply: outlet, breaker, legs.", { nets: noNets }),
  modes: { lost: plainMode },
  conductsOnly: false,
  branches: noBranches,
  thermal: noThermalContact,
  windings: noWindings,
  readsAtRest: always,
  examined: lookedAt(3),
  causeCheck: byLook,
  varied: asRated,
  drawnClosed: always,
});
