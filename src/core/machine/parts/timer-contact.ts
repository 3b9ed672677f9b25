import { acrossIt, always, asRated, byLook, contact, definePart, noThermalContact, notExamined, plainMode } from "./definition";
import { closedWhen, pair, partFields } from "./fields";

export const timerContact = definePart({
  kind: "timer-contact",
  schema: partFields("timer-contact", "A contact of a clockwork timer, closed in some of its positions.", { nets: pair, closedWhen }),
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
