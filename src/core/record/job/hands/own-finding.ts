import { assemblyIdOf } from "../../../model/machine/assembly";
import { type Machine, maybePartOf, type Part, type PartKind, partOf } from "../../../model/machine/format";
import { mendedPiece, pieceId } from "../../../model/machine/pieces";
import { readTerminal } from "../../../model/machine/wiring";
import type { SightId } from "../../../model/sights/sights";
import type { Question } from "../../finding/finding";
import type { Evidence, JobState } from "../state";

/** Holds what is seen of a part while it works, by kind: its own trial. */
const SEEN_AT_WORK: { readonly [K in PartKind]?: readonly SightId[] } = {
  igniter: ["glow"],
  "radiant-sensor": ["dark"],
  duct: ["airflow"],
};

/** Gives what was found of this part, or piece that no circuit shows (`piece.PIECE`), itself since its assembly was last fitted: readings at it, looks, its trial. “Can't tell” is left out. */
export function ownFindings({ machine, evidence, fitted }: JobState, part: string): Evidence[] {
  if (!machine) return [];
  const assembly = mendedPiece(part) ? part : assemblyIdOf(partOf(machine, part));
  const times = fitted.filter((f) => f.assembly === assembly).length;
  const since = (e: Evidence) => e.fitted.filter((f) => f === assembly).length === times;
  return evidence.filter((e) => e.source === "technician" && since(e) && isOf(e.finding, part, machine));
}

/** True where somebody tried to find out about this part itself since it was last fitted, even if they could not tell. */
export function hasOwnFinding(state: JobState, part: string): boolean {
  const { machine, untold, fitted } = state;
  if (ownFindings(state, part).length > 0) return true;
  return machine !== undefined && untold.some((u) => u.repairs === fitted.length && isOf(u.finding, part, machine));
}

/** True where an answer to this question is about the part or piece itself. */
export function isOf(finding: Question, id: string, machine: Machine): boolean {
  if (finding.kind === "spot")
    return "piece" in finding.place ? id === pieceId(finding.place.piece) : "joint" in finding.place && finding.place.joint === id;
  const part = maybePartOf(machine, id);
  if (!part) return false;
  switch (finding.kind) {
    case "look":
    case "verdict":
    case "capacitance":
      return finding.place.part === id;
    case "amps":
      return finding.place.through === id;
    case "temperature":
      return "part" in finding.place && finding.place.part === id;
    case "ohms":
    case "volts":
      return isAt(finding.place.between, part);
    case "sight":
      return (SEEN_AT_WORK[part.kind] ?? []).includes(finding.place.sight);
    default:
      return false;
  }
}

/** A probe on a terminal of the part, or one on each end of it. From a point to the cabinet, whatever is joined to that point may be what leaks. */
const isAt = (between: readonly string[], part: Part): boolean =>
  between.some((p) => readTerminal(p)?.part === part.id) || between.every((p) => part.nets.includes(p));
