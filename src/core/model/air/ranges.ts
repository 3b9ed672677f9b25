import type { Range } from "../quantity/range";

/** Holds what can be typed of a duct and its air. */
export const AIR_RANGES = {
  metres: { least: 0.05, most: 60, unit: "m", because: "a piece has a length, and no house has a longer one" },
  backPressure: { least: 0, most: 4, unit: "in w.c.", because: "the fan pushes outwards, and no such fan gives more" },
  speed: { least: 0.1, most: 40, unit: "m/s", because: "a vane does not turn below, and no such fan blows faster" },
  opening: { least: 10, most: 1500, unit: "cm²", because: "a hood is some hand’s breadths wide" },
  room: { least: -20, most: 50, unit: "°C", because: "people live between those temperatures" },
  exhaust: { least: 0, most: 150, unit: "°C", because: "above that every cut-off is open" },
  watts: { least: 200, most: 12_000, unit: "W", because: "such heaters give between those" },
  duty: { least: 5, most: 100, unit: "%", because: "less heat warms nothing, and more than all the time there is not" },
  water: { least: 0.1, most: 15, unit: "kg", because: "a spun load holds half its dry weight of water" },
  louvres: { least: 0, most: 60, unit: "", because: "hoods have a few louvres" },
} as const satisfies Record<string, Range>;

/** The least rise from which a flow can be told, K. */
export const LEAST_RISE_K = 8;
