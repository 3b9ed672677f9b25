import { NODE } from "../../run/nodes";
import { acrossIt, actsAbout, always, byLook, contact, definePart, FUSE_OHMS, isStuck, plainMode } from "../definition";
import { closesC, opensC, pair, partFields } from "../fields";

export const radiantSensor = definePart({
  kind: "radiant-sensor",
  called: "radiant sensor, flame sensor, flame detector, flame switch, radiant, sensor, flame sense, flame stat, radiant switch, flame eye",
  schema: partFields("radiant-sensor", "A flame sensor that opens when it sees heat.", { nets: pair, opensC, closesC }),
  modes: {
    open: plainMode,
    welded: plainMode,
    "acts-off": { leaks: false, severity: { least: 0.1, most: 3, is: "factor on the temperatures at which it opens and closes" } },
  },
  conductsOnly: false,
  branches: (part, { faults, condition }) =>
    contact(faults.has(part.id, "welded") || (!faults.has(part.id, "open") && !condition.opened.has(part.id)), FUSE_OHMS),
  thermal: (part, { faults }) => {
    if (isStuck(faults, part.id)) return [];
    const off = faults.of(part.id, "acts-off")?.severity ?? 1;
    return [{ id: part.id, node: NODE.radiant, opensC: part.opensC * off, closesC: part.closesC * off, bias: undefined }];
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
