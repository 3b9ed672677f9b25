import { z } from "zod";
import { acrossIt, always, byLook, definePart, noThermalContact, plainMode } from "../definition";
import { id, pair, partFields, positive, tolerance } from "../fields";

export const resistor = definePart({
  kind: "resistor",
  called: "",
  schema: partFields("resistor", "A part that is a resistance to the circuit: a timer drive, a lamp, a bias heater, a pump.", {
    nets: pair,
    ohms: positive.describe("By an ohm-meter, Ω."),
    tolerance: tolerance(),
    role: z.enum(["heater", "timer-motor", "lamp", "pump"]).describe("What it does with its current."),
    worksAboveVolts: positive.describe("Volts across it above which it does its work: the drive runs, the lamp lights, the heater warms."),
    warms: z
      .strictObject({
        part: id.describe("The thermostat whose sensor it warms."),
        kelvin: positive.describe("By how much, in K."),
      })
      .optional()
      .describe("A bias heater warms the sensor of this thermostat."),
  }),
  modes: { open: plainMode, stalled: plainMode },
  conductsOnly: true,
  branches: (part, { faults }) => (faults.has(part.id, "open") ? [] : [{ from: 1, to: 2, ohms: part.ohms }]),
  thermal: noThermalContact,
  windings: acrossIt,
  readsAtRest: always,
  examined: (part) => (part.role === "pump" ? { by: "turn", minutes: 3 } : null),
  causeCheck: byLook,
  varied: (part, { factor }) => ({ ...part, ohms: part.ohms * factor }),
  drawnClosed: always,
  eitherWayRound: true,
  deviates: "value",
});
