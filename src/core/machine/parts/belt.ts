import { always, asRated, byLook, definePart, lookedAt, noBranches, noThermalContact, noWindings, plainMode } from "./definition";
import { noNets, partFields } from "./fields";

export const belt = definePart({
  kind: "belt",
  schema: partFields("belt", "The drum belt.", { nets: noNets }),
  modes: { broken: plainMode },
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
