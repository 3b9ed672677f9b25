import { NODE } from "../../run/nodes";
import { acrossIt, actsAbout, always, byLook, contact, definePart, isStuck, plainMode } from "../definition";
import { closesC, opensC, pair, partFields, senses } from "../fields";

export const thermostat = definePart({
  kind: "thermostat",
  called: "thermostat, stat, tstat, t stat, thermo, thermal switch, bimetal",
  schema: partFields("thermostat", "A thermostat or limit that opens when hot and closes again.", { nets: pair, senses, opensC, closesC }),
  modes: {
    open: plainMode,
    welded: plainMode,
    low: { leaks: false, severity: { least: 0.2, most: 0.98, is: "share of its rated temperature at which it opens" } },
  },
  conductsOnly: false,
  branches: (part, { faults, condition }) =>
    contact(faults.has(part.id, "welded") || (!faults.has(part.id, "open") && !condition.opened.has(part.id))),
  thermal: (part, { faults, biasOf }) => {
    if (isStuck(faults, part.id)) return [];
    const low = faults.of(part.id, "low")?.severity ?? 1;
    const node = part.senses === "box" ? NODE.boxSensor : NODE.exhaustSensor;
    return [{ id: part.id, node, opensC: part.opensC * low, closesC: part.closesC * low, bias: biasOf(part.id) }];
  },
  windings: acrossIt,
  readsAtRest: always,
  examined: () => ({ by: "warm", minutes: 5 }),
  causeCheck: byLook,
  varied: actsAbout,
  drawnClosed: always,
  eitherWayRound: true,
  deviates: "contact",
});
