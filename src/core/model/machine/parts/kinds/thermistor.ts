import { z } from "zod";
import { betaCelsius, betaOhms } from "../../../physics/thermistor-beta";
import { threePointCelsius, threePointOhms } from "../../../physics/thermistor-points";
import { acrossIt, always, byLook, definePart, FUSE_OHMS, noThermalContact, plainMode } from "../definition";
import { pair, partFields, positive, tolerance } from "../fields";

const curvePoint = z
  .strictObject({ celsius: z.number().min(-60).max(400).describe("°C."), ohms: positive.describe("Ω there.") })
  .describe("A point of its curve.");

const schema = partFields("thermistor", "A thermistor whose resistance falls as it warms.", {
  nets: pair,
  ohms25: positive.describe("At 25 °C, Ω."),
  betaK: positive.describe("Beta of its curve R = R25·exp(B·(1/T − 1/298.15 K)), K."),
  points: z
    .tuple([curvePoint, curvePoint, curvePoint])
    .optional()
    .describe("Three points of its curve, where its sheet gives them: they come before beta (Steinhart and Hart)."),
  tolerance: tolerance(),
});
type Curve = Pick<z.infer<typeof schema>, "ohms25" | "betaK" | "points">;

/** Ω of a thermistor at a temperature, °C. */
export const thermistorOhms = ({ ohms25, betaK, points }: Curve, celsius: number): number =>
  points ? threePointOhms(points, celsius) : betaOhms(ohms25, betaK, celsius);

/** And its temperature at a resistance. */
export const thermistorC = ({ ohms25, betaK, points }: Curve, ohms: number): number =>
  points ? threePointCelsius(points, ohms) : betaCelsius(ohms25, betaK, ohms);

/** Share by which the beta of a good one spreads in a rehearsal (est.). */
const BETA_SPREAD = 0.015;

const scaled = ([p, q, r]: NonNullable<Curve["points"]>, factor: number): NonNullable<Curve["points"]> => [
  { ...p, ohms: p.ohms * factor },
  { ...q, ohms: q.ohms * factor },
  { ...r, ohms: r.ohms * factor },
];

/** Read at the room's temperature, as a meter finds it. How the board follows it while it runs, the run works out. */
export const thermistor = definePart({
  kind: "thermistor",
  called:
    "thermistor, ntc, ntc sensor, sensor ntc, temperature sensor, temp sensor, thermal sensor, sensor, exhaust sensor, ntc probe, temp probe, temperature probe, probe, heat sensor, exhaust thermistor",
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
  varied: (part, { factor, evenly }) => ({
    ...part,
    ohms25: part.ohms25 * factor,
    betaK: part.betaK * evenly(BETA_SPREAD),
    ...(part.points && { points: scaled(part.points, factor) }),
  }),
  drawnClosed: always,
  eitherWayRound: true,
  deviates: "value",
});
