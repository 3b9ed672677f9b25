import type { Finding } from "../finding/finding";
import type { SightId } from "../finding/sights";
import type { Machine, Part } from "../machine/format";
import { maybePartOf } from "../machine/format";
import { readTerminal } from "../machine/wiring";
import type { JobState } from "./state";

/** What is seen of a part while it works, by kind: its own trial. */
const SEEN_AT_WORK: { readonly [K in Part["kind"]]?: readonly SightId[] } = {
  igniter: ["glow"],
  "radiant-sensor": ["dark"],
  duct: ["airflow"],
  lamp: ["lamp"],
} as { readonly [K in Part["kind"]]?: readonly SightId[] };

/** Whether somebody found something of this part itself since it was last fitted: a reading at it, a look, a trial. */
export function hasOwnFinding({ machine, evidence, untold, fitted }: JobState, part: string): boolean {
  if (!machine) return false;
  const found = evidence.filter((e) => e.source === "technician").map((e) => e.finding);
  return [...found, ...untold.filter((u) => u.repairs === fitted.length).map((u) => u.finding)].some((f) => isOf(f, part, machine));
}

function isOf(finding: Finding, id: string, machine: Machine): boolean {
  const part = maybePartOf(machine, id);
  if (!part) return false;
  switch (finding.kind) {
    case "look":
    case "verdict":
      return finding.place.part === id;
    case "capacitance":
      return finding.place.part === id;
    case "amps":
      return finding.place.through === id;
    case "temperature":
      return "part" in finding.place && finding.place.part === id;
    case "ohms":
    case "volts":
      return isAt(finding.place.between, part, machine);
    case "sight":
      return (SEEN_AT_WORK[part.kind] ?? []).includes(finding.place.sight);
    default:
      return false;
  }
}

/** A probe on a terminal of the part, or one on each end of it. */
function isAt(between: readonly string[], part: Part, { cabinet }: Machine): boolean {
  if (between.some((p) => readTerminal(p)?.part === part.id)) return true;
  return between.every((p) => part.nets.includes(p) || p === cabinet) && between.some((p) => part.nets.includes(p));
}
