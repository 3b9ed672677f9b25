import { z } from "zod";
import { meterBand } from "../physics/meter-band";
import { UNITS, type Unit } from "../quantity/quantity";

/** One range of a meter: up to what it reads, and how far it may be off there. */
const meterRangeSchema = z
  .strictObject({
    unit: z.enum(UNITS).describe("What it measures."),
    upTo: z.number().positive().describe("The most it reads, in that unit."),
    digitSize: z.number().positive().describe("Its last digit, in that unit."),
    percentOfReading: z.number().min(0).max(50).describe("Accuracy, per cent of the reading."),
    digits: z.number().min(0).max(200).describe("Accuracy, plus so many of the last digit."),
  })
  .describe("One range of a meter and how far it may be off there.");
export type MeterRange = z.infer<typeof meterRangeSchema>;

/** A meter as its data sheet says. */
export const meterSchema = z
  .strictObject({
    name: z.string().trim().min(1).max(60).describe("What its owner calls it."),
    ranges: z.array(meterRangeSchema).min(1).max(40).describe("Its ranges."),
  })
  .describe("A meter as its data sheet says.");
export type Meter = z.infer<typeof meterSchema>;

const ohms = (upTo: number, digitSize: number, percentOfReading = 1, digits = 2): MeterRange => ({
  unit: "ohm",
  upTo,
  percentOfReading,
  digits,
  digitSize,
});

/** A common handheld, for who has named none: a default, to be replaced by the meter that is used. */
export const COMMON_METER: Meter = {
  name: "common handheld (default)",
  ranges: [
    ohms(400, 0.1),
    ohms(4e3, 1),
    ohms(4e4, 10),
    ohms(4e5, 100),
    ohms(4e6, 1e3, 1.5),
    ohms(4e7, 1e4, 2, 5),
    { unit: "volt", upTo: 6, percentOfReading: 1, digits: 4, digitSize: 0.001 },
    { unit: "volt", upTo: 60, percentOfReading: 1, digits: 4, digitSize: 0.01 },
    { unit: "volt", upTo: 600, percentOfReading: 1, digits: 4, digitSize: 0.1 },
    { unit: "amp", upTo: 40, percentOfReading: 2.5, digits: 5, digitSize: 0.01 },
    { unit: "farad", upTo: 1e-4, percentOfReading: 4, digits: 5, digitSize: 1e-8 },
  ],
};

/** The meter with which something was read, among those of a job; the default where none was named. */
export const meterNamed = (meters: readonly Meter[], name: string | undefined): Meter =>
  meters.find((m) => m.name === name) ?? COMMON_METER;

/** The range in which a value is read: the lowest that holds it, as one who reads well chooses it. `undefined`: above all, or not measured by it. */
export const rangeFor = (meter: Meter, unit: Unit, value: number): MeterRange | undefined =>
  meter.ranges.filter((r) => r.unit === unit && value <= r.upTo).sort((a, b) => a.upTo - b.upTo)[0];

/** ± of what a meter shows, in its unit; with its range. Above its ranges, that of the highest. `undefined` for what it does not measure. */
export function bandOf(meter: Meter, unit: Unit, value: number): { readonly range: MeterRange; readonly plusMinus: number } | undefined {
  const range = rangeFor(meter, unit, value) ?? meter.ranges.filter((r) => r.unit === unit).sort((a, b) => b.upTo - a.upTo)[0];
  return range && { range, plusMinus: meterBand(value, range) };
}
