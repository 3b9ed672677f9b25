import type { Fault } from "../machine/fault";
import type { Part } from "../machine/format";
import { COPPER, hotResistance } from "../physics/hot-resistance";

/** Says how far from its rating a good thermostat acts, K (est.: what makers allow). */
const ACTS_WITHIN_K = 6;

/** Holds what a part shows that was warmed: open, closed, either, or that warmth is not what moves it. */
type Warmed = "open" | "closed" | "either" | "as-cold";

/** Says how warm: °C of the part itself, or “hot” as by a heat gun until it should have acted. */
export type HowWarm = number | "hot";

/** Of a contact or a coil with these faults, its wires off. */
export function whenWarm(part: Part, faults: readonly Fault[], warm: HowWarm): Warmed {
  const modes = new Map(faults.filter((f) => f.part === part.id).map((f) => [f.mode, f.severity ?? 1]));
  switch (part.kind) {
    case "thermostat":
    case "radiant-sensor": {
      if (modes.has("open")) return "open";
      if (modes.has("welded")) return "closed";
      return actsAt(part.opensC * (modes.get("low") ?? modes.get("acts-off") ?? 1), warm);
    }
    case "coil":
      return modes.has("opens-hot") ? actsAt(part.opensHotC, warm) : "as-cold";
    default:
      return "as-cold";
  }
}

function actsAt(celsius: number, warm: HowWarm): Warmed {
  if (warm === "hot" || warm > celsius + ACTS_WITHIN_K) return "open";
  return warm < celsius - ACTS_WITHIN_K ? "closed" : "either";
}

/** Gives what warmth does to the ohms of a winding, against those at the room's temperature. */
export const warmthFactor = (part: Part, celsius: number, roomC: number): number =>
  part.kind === "coil" || part.kind === "motor" ? hotResistance(1, celsius, COPPER) / hotResistance(1, roomC, COPPER) : 1;
