import { acrossIt, always, asRated, byLook, contact, definePart, noThermalContact, notExamined, plainMode } from "./definition";
import { closedWhen, id, pair, partFields } from "./fields";

export const switchPart = definePart({
  kind: "switch",
  schema: partFields("switch", "A switch that a person, the door, the belt or the float works.", {
    nets: pair,
    closedWhen,
    needs: id.optional().describe("A part that must be whole for the control to be where it should, such as the belt."),
  }),
  modes: { open: plainMode, welded: plainMode },
  conductsOnly: true,
  branches: (part, { faults, positions }) => {
    const closed = part.closedWhen.in.includes(positions[part.closedWhen.control] ?? "");
    return contact(faults.has(part.id, "welded") || (closed && !faults.has(part.id, "open")));
  },
  thermal: noThermalContact,
  windings: acrossIt,
  readsAtRest: always,
  examined: notExamined,
  causeCheck: byLook,
  varied: asRated,
  drawnClosed: (part, controls) => part.closedWhen.in.includes(controls[part.closedWhen.control] ?? ""),
});
