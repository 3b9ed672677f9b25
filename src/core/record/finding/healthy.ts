import { item } from "../../model/array/at";
import { readsOpen } from "../../model/prediction/prediction";
import type { Predictor } from "../../model/prediction/predictor";
import { type Finding, findingKind } from "./finding";
import { valueAtRoom } from "./kinds/ohms";

/** Three and a half σ, and what a lead may add, Ω. */
const WITHIN_SIGMA = 3.5;
const LEAD_OHMS = 0.4;

/** True where a reading is what a good machine gives there: OL for OL, or within the band. What is no reading is not judged: true. */
export function readsHealthy(predictor: Predictor, finding: Finding | undefined): boolean {
  if (finding?.kind !== "ohms" && finding?.kind !== "volts") return true;
  const kind = findingKind(finding);
  const healthy = item(kind.predict(finding, [[]], predictor, "technician"), 0);
  const value = finding.kind === "ohms" ? valueAtRoom(finding, predictor.machine) : finding.result.value;
  const open = finding.kind === "ohms" && readsOpen(healthy);
  if (value === null || open || healthy.is !== "value") return (value === null) === open;
  return Math.abs(value - healthy.mean) < WITHIN_SIGMA * kind.sigma(finding, healthy) + LEAD_OHMS;
}
