import { acrossIt, always, asRated, byLook, contact, definePart, noThermalContact, notExamined, plainMode } from "../definition";
import { pair, partFields, positive } from "../fields";

export const conductor = definePart({
  kind: "conductor",
  called: "",
  schema: partFields("conductor", "A wire or cord conductor that is worth a name of its own.", {
    nets: pair,
    ohms: positive.describe("Resistance end to end, Ω."),
  }),
  modes: { open: plainMode },
  conductsOnly: true,
  branches: (part, { faults }) => contact(!faults.has(part.id, "open"), part.ohms),
  thermal: noThermalContact,
  windings: acrossIt,
  readsAtRest: always,
  examined: notExamined,
  causeCheck: byLook,
  varied: asRated,
  drawnClosed: always,
  eitherWayRound: false,
  deviates: "never",
});
