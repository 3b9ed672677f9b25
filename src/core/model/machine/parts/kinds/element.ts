import { z } from "zod";
import { hotResistance, NICKEL_CHROME } from "../../../physics/hot-resistance";
import { ohmsOf } from "../../../physics/power";
import { acrossIt, always, definePart, lookedAt, noThermalContact, plainMode } from "../definition";
import { pair, partFields, positive, tolerance } from "../fields";

const schema = partFields("element", "A heating element or one coil of it.", {
  nets: pair,
  watts: positive.describe("Rated power, W."),
  volts: positive.describe("Voltage of that rating, V."),
  tolerance: tolerance(),
  alphaPerK: z.number().default(NICKEL_CHROME).describe("Temperature coefficient of its resistance, 1/K; nickel-chrome 1.0e-4."),
  limitsItselfAboveC: positive
    .optional()
    .describe("A heater of PTC ceramic: temperature above which its resistance rises steeply, so that it can't get much hotter, °C."),
});

/** Barium titanate above its Curie point: some 10 %/K over two to three decades (IEC 60738-1). */
const PTC_DOUBLES_K = 7;
const PTC_MOST_DOUBLINGS = 10;

/** P = V²/R at 20 °C, from which a wire rises with its temperature, R(T) = R20·(1 + α·ΔT), and a PTC heater above its Curie point doubles and doubles. Ω. */
export function elementOhms(
  { volts, watts, alphaPerK, limitsItselfAboveC }: Pick<z.infer<typeof schema>, "volts" | "watts" | "alphaPerK" | "limitsItselfAboveC">,
  elementC: number,
): number {
  const wire = hotResistance(ohmsOf(volts, watts), elementC, alphaPerK);
  if (limitsItselfAboveC === undefined || elementC <= limitsItselfAboveC) return wire;
  return wire * 2 ** Math.min(PTC_MOST_DOUBLINGS, (elementC - limitsItselfAboveC) / PTC_DOUBLES_K);
}

export const element = definePart({
  kind: "element",
  called: "element, heating element, heater element, heat element, heating coil, heater coil, coil, heater, elem, htr, heating elem",
  schema,
  modes: {
    open: plainMode,
    low: { leaks: false, severity: { least: 0.05, most: 0.98, is: "share of its rated resistance" } },
    grounded: { leaks: true, severity: { least: 0.01, most: 0.99, is: "place of the ground along it, from terminal 1" } },
  },
  conductsOnly: true,
  branches: (part, { faults, condition, cabinet }) => {
    if (faults.has(part.id, "open")) return [];
    const ohms = elementOhms(part, condition.elementC) * (faults.of(part.id, "low")?.severity ?? 1);
    const ground = faults.of(part.id, "grounded");
    if (!ground) return [{ from: 1, to: 2, ohms }];
    const at = ground.severity ?? 0.5;
    return [
      { name: "a", from: 1, to: cabinet, ohms: ohms * at },
      { name: "b", from: cabinet, to: 2, ohms: ohms * (1 - at) },
    ];
  },
  thermal: noThermalContact,
  windings: acrossIt,
  readsAtRest: always,
  examined: lookedAt(1),
  causeCheck: (mode) => (mode === "grounded" ? "cabinet" : mode === "low" ? "across" : "look"),
  varied: (part, { factor }) => ({ ...part, watts: part.watts / factor }),
  drawnClosed: always,
  eitherWayRound: true,
  deviates: "value",
});
