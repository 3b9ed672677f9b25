import { assemblyIdOf } from "../../../core/model/machine/assembly";
import type { Machine } from "../../../core/model/machine/format";
import { formatValue } from "../../../core/model/quantity/format";
import { partAcross } from "../../../core/record/finding/kinds/ohms";
import type { Evidence, Fitted } from "../../../core/record/job/state";

/** Gives what stands at parts: the last ohms across each whose wires were off, or that it is new. What was read on an old part is gone with it. */
export function lastReadings(machine: Machine, evidence: readonly Evidence[], fitted: readonly Fitted[]): ReadonlyMap<string, string> {
  const notes = new Map<string, string>();
  for (const part of machine.parts) {
    const own = fitted.findLastIndex((f) => f.assembly === assemblyIdOf(part));
    const last = evidence.findLast((e) => e.fitted.length > own && e.finding.kind === "ohms" && partAcross(e.finding) === part.id);
    if (last?.finding.kind === "ohms")
      notes.set(part.id, last.finding.result.is === "OL" ? "OL" : formatValue(last.finding.result.value, "ohm"));
    else if (own >= 0) notes.set(part.id, fitted[own]?.action === "replaced" ? "new" : "fixed");
  }
  return notes;
}

/** Parts of which a technician has a reading or a look of their own, since they were last renewed. */
export function measuredParts(machine: Machine, evidence: readonly Evidence[], fitted: readonly Fitted[]): ReadonlySet<string> {
  const own = machine.parts.filter((part) => {
    const renewed = fitted.findLastIndex((f) => f.assembly === assemblyIdOf(part));
    return evidence.some(
      ({ source, finding: f, fitted: before }) =>
        source === "technician" &&
        before.length > renewed &&
        ((f.kind === "ohms" && partAcross(f) === part.id) || (f.kind === "look" && f.place.part === part.id)),
    );
  });
  return new Set(own.map((p) => p.id));
}
