import { acrossIt, always, asRated, byLook, definePart, noThermalContact, plainMode } from "../definition";
import { pair, partFields } from "../fields";

/** Lime and softener between the bars, Ω. */
const FILM_OHMS = 8000;

export const moistureBars = definePart({
  kind: "moisture-bars",
  called:
    "moisture bars, bars, sensor bars, moisture sensor, sensor strips, moisture strips, dry sensor, humidity sensor, dryness sensor, sensing bars, sensor, dampness sensor",
  schema: partFields("moisture-bars", "Two bars that wet clothes bridge; nothing is between them when clean and dry.", { nets: pair }),
  modes: { shorted: plainMode },
  conductsOnly: false,
  branches: (part, { faults }) => (faults.has(part.id, "shorted") ? [{ from: 1, to: 2, ohms: FILM_OHMS }] : []),
  thermal: noThermalContact,
  windings: acrossIt,
  readsAtRest: always,
  examined: () => ({ by: "film", minutes: 1 }),
  causeCheck: byLook,
  varied: asRated,
  drawnClosed: always,
  eitherWayRound: true,
  deviates: "never",
});
