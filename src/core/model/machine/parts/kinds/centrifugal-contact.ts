import { z } from "zod";
import { acrossIt, asRated, byLook, contact, definePart, noThermalContact, notExamined, plainMode } from "../definition";
import { id, pair, partFields } from "../fields";

export const centrifugalContact = definePart({
  kind: "centrifugal-contact",
  called: "centrifugal contact, centrifugal switch, motor contact, motor switch, contact, contacts, centrifugal, motor contacts",
  schema: partFields("centrifugal-contact", "A contact that a motor's speed works.", {
    nets: pair,
    motor: id.describe("The motor whose speed works it."),
    closedWhen: z.enum(["at-speed", "below-speed"]).describe("Closed while the motor is at speed, or until it is."),
  }),
  modes: { open: plainMode, welded: plainMode },
  conductsOnly: true,
  branches: (part, { faults, condition }) => {
    const closed = (part.closedWhen === "at-speed") === condition.atSpeed.has(part.motor);
    return contact(faults.has(part.id, "welded") || (closed && !faults.has(part.id, "open")));
  },
  thermal: noThermalContact,
  windings: acrossIt,
  readsAtRest: (part) => part.closedWhen === "below-speed",
  examined: notExamined,
  causeCheck: byLook,
  varied: asRated,
  drawnClosed: (part) => part.closedWhen === "below-speed",
  eitherWayRound: true,
  deviates: "contact",
});
