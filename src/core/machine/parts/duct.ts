import { always, asRated, definePart, noBranches, noThermalContact, noWindings } from "./definition";
import { noNets, partFields } from "./fields";

export const duct = definePart({
  kind: "duct",
  schema: partFields("duct", "The whole way of the air: screen, duct, hood, or the condenser.", { nets: noNets }),
  modes: { choked: { leaks: false, severity: { least: 0.01, most: 0.99, is: "free share of its area" } } },
  conductsOnly: false,
  branches: noBranches,
  thermal: noThermalContact,
  windings: noWindings,
  readsAtRest: always,
  examined: () => ({ by: "pull-out", minutes: 3 }),
  causeCheck: () => "air",
  varied: asRated,
  drawnClosed: always,
});
