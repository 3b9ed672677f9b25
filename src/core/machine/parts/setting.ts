import { always, asRated, byLook, definePart, lookedAt, noBranches, noThermalContact, noWindings, plainMode } from "./definition";
import { id, noNets, partFields } from "./fields";

export const setting = definePart({
  kind: "setting",
  schema: partFields("setting", "How the machine is set: a cycle without heat, a lock, a delay.", {
    nets: noNets,
    control: id.describe("The control that may be set wrong."),
  }),
  modes: { wrong: plainMode },
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
