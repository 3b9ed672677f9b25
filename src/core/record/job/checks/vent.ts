import { hasHood, type Machine } from "../../../model/machine/format";
import { airflow } from "../../../model/machine/run/heat";
import type { Evidence, JobState } from "../state";
import { defineCheck, inside, letsRun, noDanger, noMore } from "./definition";
import { asked, isSight, lastSeen } from "./found";

/** The air was weak, and the vent is neither cleared nor found strong since. */
interface VentCheck {
  readonly code: "vent";
  readonly part: string;
}

export const vent = defineCheck<"vent", VentCheck>({
  code: "vent",
  open: (machine, state) => {
    const duct = machine.parts.find((p) => p.kind === "duct");
    const last = lastSeen(state, "airflow");
    if (duct && flowsTooLittle(machine, state, duct.id, last)) return [{ code: "vent", part: duct.id }];
    if (!duct || !last || isSight(last.finding, "airflow", "strong")) return [];
    if (!hasHood(machine) && looksClear(state, duct.id, last.entry)) return [];
    if (state.fitted.slice(last.fitted.length).some((f) => f.assembly === duct.id)) return [];
    if (isSight(last.finding, "airflow", "none") && drumStood(state)) return [];
    return [{ code: "vent", part: duct.id }];
  },
  question: ({ part }, machine) => (hasHood(machine) ? asked("airflow") : { kind: "look", place: { part }, circumstances: {} }),
  when: inside,
  stopsRun: letsRun,
  isDanger: noDanger,
  id: ({ part }) => `vent ${part}`,
  says: (_, machine) =>
    hasHood(machine) ? "airflow at the hood was weak and the vent is not cleared" : "airflow was weak and its path is not cleared",
  right: noMore,
});

/** Below this share of what the clear duct lets through, with what may be off allowed for, the air is too little. */
const LOW = 0.75;

/** The air was worked out last, and is too little; the duct is not put right since, nor was it found strong. */
function flowsTooLittle(machine: Machine, { evidence, fitted }: JobState, duct: string, strong: Evidence | undefined): boolean {
  const at = evidence.findLastIndex((e) => e.finding.kind === "flow");
  const found = evidence[at];
  if (found?.finding.kind !== "flow") return false;
  const { value, sigma } = found.finding.result;
  if (value + 2 * sigma >= LOW * airflow(machine, true, 1)) return false;
  if (fitted.slice(found.fitted.length).some((f) => f.assembly === duct)) return false;
  return !(strong && isSight(strong.finding, "airflow", "strong") && evidence.indexOf(strong) > at);
}

/** Where no air comes out, the way of the air is looked at. */
function looksClear({ evidence }: JobState, duct: string, since: string): boolean {
  const at = evidence.findIndex((e) => e.entry === since);
  return evidence.slice(at).some(({ finding: f }) => f.kind === "look" && f.place.part === duct && f.result.value === "good");
}

function drumStood({ evidence }: JobState): boolean {
  const last = evidence.findLast((e) => isSight(e.finding, "turns") || isSight(e.finding, "starts"));
  return last?.finding.kind === "sight" && last.finding.result.value === "no";
}
