import { NODE } from "../../run/nodes";
import { acrossIt, actsAbout, always, byLook, contact, definePart, FUSE_OHMS, isStuck, notExamined, plainMode } from "../definition";
import { opensC, pair, partFields, senses } from "../fields";

export const fuse = definePart({
  kind: "fuse",
  called: "fuse, thermal fuse, thermal link, fusible link, thermal, safety fuse",
  schema: partFields("fuse", "A thermal fuse or cut-off: opens once and for good. It is never bridged.", { nets: pair, senses, opensC }),
  modes: { open: plainMode },
  conductsOnly: false,
  branches: (part, { faults, condition }) => contact(!faults.has(part.id, "open") && !condition.opened.has(part.id), FUSE_OHMS),
  thermal: (part, { faults }) =>
    isStuck(faults, part.id)
      ? []
      : [
          {
            id: part.id,
            node: part.senses === "box" ? NODE.boxSensor : NODE.exhaustSensor,
            opensC: part.opensC,
            closesC: undefined,
            bias: undefined,
          },
        ],
  windings: acrossIt,
  readsAtRest: always,
  examined: notExamined,
  causeCheck: byLook,
  varied: actsAbout,
  drawnClosed: always,
  eitherWayRound: true,
  deviates: "contact",
});
