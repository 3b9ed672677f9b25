import { z } from "zod";
import { COPPER, hotResistance } from "../../../physics/hot-resistance";
import { NODE } from "../../run/nodes";
import { acrossIt, always, byLook, definePart, plainMode } from "../definition";
import { pair, partFields, positive, tolerance } from "../fields";

/** A coil that opened when hot closes again this much cooler. */
const HYSTERESIS_K = 38;

export const coil = definePart({
  kind: "coil",
  called: "coil, valve coil, gas coil, solenoid, solenoid coil, gas valve coil, burner coil",
  schema: partFields("coil", "A coil of a gas valve.", {
    nets: pair,
    ohms: positive.describe("Cold, by an ohm-meter, Ω."),
    tolerance: tolerance(),
    opensHotC: z.number().default(75).describe("Temperature at which a coil with the fault “opens when hot” lets go, °C."),
  }),
  modes: {
    open: plainMode,
    "opens-hot": plainMode,
    low: { leaks: false, severity: { least: 0.05, most: 0.98, is: "share of its rated resistance" } },
  },
  conductsOnly: true,
  branches: (part, { faults, condition }) =>
    faults.has(part.id, "open") || condition.opened.has(part.id)
      ? []
      : [{ from: 1, to: 2, ohms: hotResistance(part.ohms, condition.coilC, COPPER) * (faults.of(part.id, "low")?.severity ?? 1) }],
  thermal: (part, { faults }) =>
    faults.has(part.id, "opens-hot")
      ? [{ id: part.id, node: NODE.coil, opensC: part.opensHotC, closesC: part.opensHotC - HYSTERESIS_K, bias: undefined }]
      : [],
  windings: acrossIt,
  readsAtRest: always,
  examined: () => ({ by: "hot", minutes: 7 }),
  causeCheck: byLook,
  varied: (part, { factor }) => ({ ...part, ohms: part.ohms * factor }),
  drawnClosed: always,
  eitherWayRound: true,
  deviates: "value",
});
