import { z } from "zod";
import { acrossIt, always, asRated, contact, definePart, noThermalContact, notExamined, plainMode } from "../definition";
import { id, pair, partFields } from "../fields";

export const relay = definePart({
  kind: "relay",
  called: "relay",
  schema: partFields("relay", "A contact that a board drives.", {
    nets: pair,
    board: id.describe("The board that drives it."),
    drives: z.enum(["motor", "heat", "pump"]).describe("What it switches."),
  }),
  modes: { open: plainMode, welded: plainMode },
  conductsOnly: true,
  branches: (part, { faults, condition }) =>
    contact(faults.has(part.id, "welded") || (!faults.has(part.id, "open") && condition.driven.has(part.id))),
  thermal: noThermalContact,
  windings: acrossIt,
  readsAtRest: always,
  examined: notExamined,
  causeCheck: (mode) => (mode === "welded" ? "across" : "look"),
  varied: asRated,
  drawnClosed: () => false,
  eitherWayRound: true,
  deviates: "contact",
});
