import { partAcross } from "../../core/finding/kinds/ohms";
import type { Evidence } from "../../core/job/state";
import { formatValue } from "../../core/quantity/format";

/** Last ohms read across each part whose wires were off, as they are written. */
export function lastReadings(evidence: readonly Evidence[]): ReadonlyMap<string, string> {
  const read = new Map<string, string>();
  for (const { finding } of evidence) {
    if (finding.kind !== "ohms") continue;
    const part = partAcross(finding);
    if (part !== undefined) read.set(part, finding.result.is === "OL" ? "OL" : formatValue(finding.result.value, "ohm"));
  }
  return read;
}
