import { acrossIt, always, asRated, byLook, definePart, FUSE_OHMS, noThermalContact, plainMode } from "../definition";
import { pair, partFields, positive } from "../fields";

const MAINS_HZ = 50;

/** An ohm-meter charges it and then reads OL; on the line it has its reactance 1/(2πfC), taken as a resistance of that magnitude. */
export const capacitor = definePart({
  kind: "capacitor",
  called: "capacitor, cap, run cap, run capacitor, motor cap, motor capacitor, capacitator, start capacitor, starting capacitor, condensor",
  schema: partFields("capacitor", "The run capacitor of a motor. It is discharged before anything near it is touched.", {
    nets: pair,
    microfarads: positive.describe("Rated capacitance, µF."),
  }),
  modes: {
    open: plainMode,
    shorted: plainMode,
    low: { leaks: false, severity: { least: 0.01, most: 0.98, is: "share of its rated capacitance" } },
  },
  conductsOnly: true,
  branches: (part, { faults, condition }) => {
    if (faults.has(part.id, "shorted")) return [{ from: 1, to: 2, ohms: FUSE_OHMS }];
    if (faults.has(part.id, "open") || !condition.cordIn) return [];
    const farads = part.microfarads * 1e-6 * (faults.of(part.id, "low")?.severity ?? 1);
    return [{ from: 1, to: 2, ohms: 1 / (2 * Math.PI * MAINS_HZ * farads) }];
  },
  thermal: noThermalContact,
  windings: acrossIt,
  readsAtRest: always,
  examined: () => ({ by: "capacitance", minutes: 3 }),
  causeCheck: byLook,
  varied: asRated,
  drawnClosed: always,
  eitherWayRound: true,
  deviates: "never",
});
