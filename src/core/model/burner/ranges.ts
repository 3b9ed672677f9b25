import type { Range } from "../quantity/range";

/** The widest hole that a spud of the usual thread has metal for, inches (3/8-27 thread, root less a wall of a sixteenth). */
const SPUD_INCHES = 0.228;

export const BURNER_RANGES = {
  pressure: {
    least: 0.1,
    most: 28,
    unit: "in w.c.",
    because: "a burner does not light below, and its valve is rated for half a pound per square inch",
  },
  diameter: {
    least: 0.0135,
    most: SPUD_INCHES,
    unit: "in",
    because: "from drill 80 to drill 1: a larger hole leaves no metal in the spud",
  },
  input: { least: 500, most: 200_000, unit: "BTU/h", because: "no burner of such a machine gives less or more" },
  seconds: { least: 1, most: 7200, unit: "s", because: "a dial takes time to turn, and nobody watches it for hours" },
  dial: { least: 0.05, most: 100, unit: "ft³", because: "dials of house meters show a tenth to ten cubic feet" },
  other: { least: 0, most: 200_000, unit: "BTU/h", because: "what else burns can’t burn less than nothing" },
  altitude: { least: -1500, most: 15_000, unit: "ft", because: "people live between those heights" },
  discharge: { least: 0.6, most: 1, unit: "", because: "a sharp edge passes 0.6, a rounded one hardly more than all" },
} as const satisfies Record<string, Range>;
