import type { Machine } from "../../model/machine/format";
import type { Finding, Question } from "../../record/finding/finding";
import { thermistorAcross } from "../../record/finding/kinds/ohms";
import { isOfRoom } from "../../record/finding/kinds/temperature";
import type { Evidence } from "../../record/job/state";

/** Temperature of the room, °C, as it was measured last; `undefined`: by nobody. */
export function roomTemperature(evidence: readonly Evidence[]): number | undefined {
  const last = evidence.findLast(({ finding }) => asksRoom(finding))?.finding;
  return last?.kind === "temperature" ? last.result.value : undefined;
}

/** True where the room itself is asked about. */
export const asksRoom = (question: Question): boolean => question.kind === "temperature" && isOfRoom(question.place);

/** Gives what reads otherwise in a cold room: a thermistor, and air. */
const heedsRoom = (finding: Finding, machine: Machine): boolean =>
  (finding.kind === "temperature" && !asksRoom(finding)) || (finding.kind === "ohms" && thermistorAcross(finding, machine) !== undefined);

/** The record with the room's temperature beside what it changes, where the entry itself says nothing of it. */
export function inTheirRoom(evidence: readonly Evidence[], machine: Machine): readonly Evidence[] {
  const ambientC = roomTemperature(evidence);
  if (ambientC === undefined) return evidence;
  return evidence.map((e) => {
    const { circumstances } = e.finding;
    if (circumstances.ambientC !== undefined || circumstances.partC !== undefined || !heedsRoom(e.finding, machine)) return e;
    return { ...e, finding: { ...e.finding, circumstances: { ...circumstances, ambientC } } as Finding };
  });
}

/** True where a part was read that reads otherwise in another room, and nobody said how warm that is. */
export const wantsRoom = (evidence: readonly Evidence[], part: string, machine: Machine): boolean =>
  roomTemperature(evidence) === undefined &&
  evidence.some(
    ({ finding }) =>
      finding.kind === "ohms" &&
      finding.result.is === "value" &&
      finding.circumstances.partC === undefined &&
      finding.circumstances.ambientC === undefined &&
      thermistorAcross(finding, machine)?.id === part,
  );
