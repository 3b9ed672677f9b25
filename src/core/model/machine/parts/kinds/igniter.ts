import type { z } from "zod";
import { acrossIt, always, byLook, definePart, lookedAt, noThermalContact, plainMode } from "../definition";
import { pair, partFields, positive, tolerance } from "../fields";

const schema = partFields("igniter", "A hot-surface igniter of silicon carbide.", {
  nets: pair,
  coldOhms: positive.describe("Cold, by an ohm-meter, Ω."),
  hotOhms: positive.describe("At its working temperature, Ω."),
  tolerance: tolerance(1, 0.5),
});

/** Silicon carbide falls from its cold resistance to its hot one, most of it below 900 °C: log-linear up to there. Ω. */
function igniterOhms(part: Pick<z.infer<typeof schema>, "coldOhms" | "hotOhms">, igniterC: number): number {
  const share = Math.min(1, Math.max(0, (igniterC - 20) / 880));
  return part.coldOhms * (part.hotOhms / part.coldOhms) ** share;
}

/** Share by which the cold resistance of a new one spreads in a rehearsal: far less than the band in which it is taken for good. */
const SPREAD = 0.15;

export const igniter = definePart({
  kind: "igniter",
  called: "igniter, ignitor, glow bar, glowbar, glow plug, hot surface igniter, hsi, ign, ignter",
  schema,
  modes: {
    open: plainMode,
    aged: { leaks: false, severity: { least: 1.02, most: 10, is: "factor on its rated resistance" } },
  },
  conductsOnly: true,
  branches: (part, { faults, condition }) =>
    faults.has(part.id, "open")
      ? []
      : [{ from: 1, to: 2, ohms: igniterOhms(part, condition.igniterC) * (faults.of(part.id, "aged")?.severity ?? 1) }],
  thermal: noThermalContact,
  windings: acrossIt,
  readsAtRest: always,
  examined: lookedAt(1),
  causeCheck: byLook,
  varied: (part, { evenly }) => ({ ...part, coldOhms: part.coldOhms * evenly(SPREAD) }),
  drawnClosed: always,
  eitherWayRound: true,
  deviates: "value",
});
