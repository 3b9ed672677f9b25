import { z } from "zod";
import { NODE } from "../../run/nodes";
import { actsAbout, always, definePart, notExamined, plainMode, type ThermalContact } from "../definition";
import { closesC, opensC, partFields, positive, tolerance, triple } from "../fields";

/** To the cabinet, of a motor that is wet when its file does not say how wet. */
const WET_OHMS = 20_000;

const protectorOf = (id: string, { opensC, closesC: closes }: { opensC: number; closesC: number }, share: number): ThermalContact => ({
  id,
  node: NODE.motor,
  opensC: opensC * share,
  closesC: closes * share,
  bias: undefined,
});

export const motor = definePart({
  kind: "motor",
  called:
    "motor, drum motor, drive motor, main motor, run winding, main winding, motor main, main motor winding, motor main winding, motor run winding, motor windings, motor winding",
  schema: partFields("motor", "A drum or fan motor with a main and a start or auxiliary winding.", {
    nets: triple,
    mainOhms: positive.describe("Main winding, cold, by an ohm-meter."),
    startOhms: positive.describe("Start or auxiliary winding, cold, by an ohm-meter."),
    lockedOhms: positive.describe("Effective impedance of the main winding with the rotor held, Ω."),
    runningOhms: positive.describe("Effective impedance of the main winding at speed, Ω."),
    volts: positive.describe("Rated volts."),
    startsAt: z
      .number()
      .min(0)
      .max(1)
      .default(0.5)
      .describe("Share of the rated volts that the start or auxiliary winding needs to bring it up to speed; less for a capacitor motor."),
    protector: z
      .strictObject({ opensC, closesC })
      .optional()
      .describe("Built-in overload protector, °C of the winding; it parts both windings."),
    tolerance: tolerance(),
  }),
  modes: {
    "main-open": plainMode,
    "start-open": plainMode,
    seized: plainMode,
    "protector-open": plainMode,
    wet: { leaks: true, severity: { least: 10, most: 1e6, is: "resistance to the cabinet, Ω" } },
    drags: { leaks: false, severity: { least: 0.1, most: 2, is: "share of its torque that the drum takes; above 1 it does not start" } },
    "wheel-loose": { leaks: false, severity: { least: 0.01, most: 0.9, is: "share of its air that the blower moves" } },
    "protector-weak": {
      leaks: false,
      severity: { least: 0.2, most: 0.95, is: "share of its rated temperature at which the protector opens" },
    },
  },
  conductsOnly: false,
  branches: (part, { faults, condition, cabinet }) => {
    const live = condition.cordIn;
    const wet = faults.of(part.id, "wet");
    const parted = faults.has(part.id, "protector-open") || condition.opened.has(part.id);
    const main = !live ? part.mainOhms : condition.atSpeed.has(part.id) ? part.runningOhms : part.lockedOhms;
    return [
      ...(parted || faults.has(part.id, "main-open") ? [] : [{ name: "main", from: 1, to: 2, ohms: main }]),
      ...(parted || faults.has(part.id, "start-open")
        ? []
        : [{ name: "start", from: 1, to: 3, ohms: live ? part.startOhms * 2 : part.startOhms }]),
      ...(wet ? [{ name: "wet", from: 2, to: cabinet, ohms: wet.severity ?? WET_OHMS }] : []),
    ];
  },
  thermal: (part, { faults }) =>
    part.protector && !faults.has(part.id, "protector-open")
      ? [protectorOf(part.id, part.protector, faults.of(part.id, "protector-weak")?.severity ?? 1)]
      : [],
  windings: () => [
    { terminals: [1, 2], is: "main" },
    { terminals: [1, 3], is: "start" },
  ],
  readsAtRest: always,
  examined: notExamined,
  causeCheck: (mode) => (mode === "wet" ? "cabinet" : "look"),
  varied: (part, spread) => ({
    ...part,
    mainOhms: part.mainOhms * spread.factor,
    startOhms: part.startOhms * spread.factor,
    ...(part.protector && { protector: actsAbout(part.protector, spread) }),
  }),
  drawnClosed: always,
  eitherWayRound: false,
  deviates: "windings",
});
