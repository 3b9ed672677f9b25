import type { z } from "zod";
import { betaCelsius, betaOhms } from "../../physics/thermistor-beta";
import { acrossIt, always, byLook, definePart, FUSE_OHMS, noThermalContact, plainMode } from "./definition";
import { pair, partFields, positive, tolerance } from "./fields";

const schema = partFields("thermistor", "A thermistor whose resistance falls as it warms.", {
  nets: pair,
  ohms25: positive.describe("At 25 °C, Ω."),
  betaK: positive.describe("Beta of its curve R = R25·exp(B·(1/T − 1/298.15 K)), K."),
  tolerance: tolerance(),
});
type Curve = Pick<z.infer<typeof schema>, "ohms25" | "betaK">;

/** Ω of a thermistor at a temperature, °C. */
export const thermistorOhms = (part: Curve, celsius: number): number => betaOhms(part.ohms25, part.betaK, celsius);

/** And its temperature at a resistance. */
export const thermistorC = (part: Curve, ohms: number): number => betaCelsius(part.ohms25, part.betaK, ohms);

/** Share by which the beta of a good one spreads in a rehearsal (est.). */
const BETA_SPREAD = 0.015;

/** Read at the room's temperature, as a meter finds it. How the board follows it while it runs, the run works out. */
export const thermistor = definePart({
  kind: "thermistor",
  schema,
  modes: {
    open: plainMode,
    shorted: plainMode,
    drifted: { leaks: false, severity: { least: 0.01, most: 100, is: "factor on its curve" } },
  },
  conductsOnly: true,
  branches: (part, { faults, ambientC }) => {
    if (faults.has(part.id, "open")) return [];
    if (faults.has(part.id, "shorted")) return [{ from: 1, to: 2, ohms: FUSE_OHMS }];
    return [{ from: 1, to: 2, ohms: thermistorOhms(part, ambientC) * (faults.of(part.id, "drifted")?.severity ?? 1) }];
  },
  thermal: noThermalContact,
  windings: acrossIt,
  readsAtRest: always,
  examined: () => ({ by: "in-hand", minutes: 4 }),
  causeCheck: byLook,
  varied: (part, { factor, evenly }) => ({ ...part, ohms25: part.ohms25 * factor, betaK: part.betaK * evenly(BETA_SPREAD) }),
  drawnClosed: always,
  deviates: "value",
});
