import { always, asRated, byLook, definePart, noBranches, noThermalContact, noWindings, plainMode } from "./definition";
import { noNets, partFields } from "./fields";

export const tank = definePart({
  kind: "tank",
  schema: partFields("tank", "The water tank of a condenser machine.", { nets: noNets }),
  modes: { full: plainMode },
  conductsOnly: false,
  branches: noBranches,
  thermal: noThermalContact,
  windings: noWindings,
  readsAtRest: always,
  examined: () => ({ by: "full", minutes: 1 }),
  causeCheck: byLook,
  varied: asRated,
  drawnClosed: always,
});
