import { assemblyIdOf } from "../../../model/machine/assembly";
import type { Fault } from "../../../model/machine/fault";
import { hasHood, type Machine, type Part, partOf } from "../../../model/machine/format";
import { closedControls } from "../../../model/machine/metering";
import type { CauseCheck as By } from "../../../model/machine/parts/definition";
import { kindOf } from "../../../model/machine/parts/index";
import { restControls } from "../../../model/machine/run/at-rest";
import { partOff, terminalName } from "../../../model/machine/wiring";
import { faultSays, partName } from "../../../model/naming/names";
import { lower } from "../../../model/naming/text";
import type { Question } from "../../finding/finding";
import { isSoundToCabinet } from "../../finding/insulation";
import { isAcross, isToCabinet } from "../../finding/kinds/ohms";
import { readsHealthy } from "../../finding/limits/assess";
import { looksAt, ohmsAt } from "../evidence";
import { assembliesFitted, type JobState } from "../state";
import { defineCheck, letsRun, noDanger, SOUND } from "./definition";
import { asked, wasSeen } from "./found";

/** A fuse blew and this cause of it is unexamined; `by` tells how it is looked into. */
interface CauseCheck {
  readonly code: "cause";
  readonly fuse: string;
  readonly cause: Fault;
  readonly by: By;
}

export const cause = defineCheck<"cause", CauseCheck>({
  code: "cause",
  open: (machine, state) =>
    blownFuses(machine, state).flatMap((fuse) =>
      machine.causes
        .filter((c) => c.damage.part === fuse.id)
        .flatMap((c): CauseCheck[] => {
          const part = partOf(machine, c.cause.part);
          const by = causeCheckOf(machine, part, c.cause.mode);
          if (isExamined(machine, part, by, state)) return [];
          const at = part.faults.find((f) => f.mode === c.cause.mode)?.at;
          return [{ code: "cause", fuse: fuse.id, cause: { part: part.id, mode: c.cause.mode, ...(at !== undefined && { at }) }, by }];
        }),
    ),
  question: ({ cause: { part }, by }, machine) => questionBy(by, partOf(machine, part), machine),
  when: ({ by }) => (by === "air" ? "run" : "inside"),
  stopsRun: letsRun,
  isDanger: noDanger,
  id: ({ fuse, cause: { part, mode } }) => `cause ${fuse} ${part} ${mode}`,
  says: ({ fuse, cause }, machine) => `the ${partName(machine, fuse)} opened, cause not found yet: ${lower(faultSays(machine, cause))}?`,
  right: ({ by, cause }, machine) => {
    const part = partOf(machine, cause.part);
    if (by === "cabinet") return SOUND;
    if (by === "across" && part.kind === "element") return `About ${(part.volts ** 2 / part.watts).toFixed(1)} Ω.`;
    return by === "across" ? "At rest it must read OL." : "";
  },
});

/** Fuses and cut-offs known to be blown: read open with their wires off, or replaced. */
export function blownFuses(machine: Machine, state: Pick<JobState, "evidence" | "fitted">): Part[] {
  const replaced = assembliesFitted(state);
  return machine.parts.filter((part) => {
    if (part.kind !== "fuse") return false;
    if (replaced.includes(assemblyIdOf(part))) return true;
    return ohmsAt(state, terminalName(part.id, 1)).findLast(({ finding }) => isAcross(finding, part))?.finding.result.is === "OL";
  });
}

/** Gives what tells whether a cause of this mode was there. Where no air comes out that could be felt, the duct is looked at. */
export function causeCheckOf(machine: Machine, part: Part, mode: string): By {
  const by = kindOf(part).causeCheck(mode);
  return by === "air" && !hasHood(machine) ? "look" : by;
}

function questionBy(by: By, part: Part, machine: Machine): Question {
  const [one, two] = [terminalName(part.id, 1), terminalName(part.id, 2)];
  switch (by) {
    case "air":
      return asked("airflow");
    case "look":
      return { kind: "look", place: { part: part.id }, circumstances: {} };
    case "cabinet":
      return {
        kind: "ohms",
        place: { between: [one, machine.cabinet] },
        circumstances: { wiring: [partOff(part.id)], controls: restControls(machine) },
      };
    case "across":
      return {
        kind: "ohms",
        place: { between: [one, two] },
        circumstances: { wiring: [partOff(part.id)], controls: { ...closedControls(machine, part) } },
      };
  }
}

/** True where somebody has looked into this cause by what tells it, or put it right. Heat that another thermostat cycled tells nothing of a limit. */
function isExamined(machine: Machine, part: Part, by: By, state: JobState): boolean {
  if (assembliesFitted(state).includes(assemblyIdOf(part))) return true;
  const looksGood = looksAt(state, part.id).some(({ finding }) => finding.result.value === "good");
  switch (by) {
    case "air":
      return looksGood || wasSeen(state, "airflow") || state.evidence.some(({ finding }) => finding.kind === "flow");
    case "cabinet":
      return ohmsAt(state, machine.cabinet).some(({ finding: r }) => isToCabinet(r, part, machine) && isSoundToCabinet(r));
    case "across":
      return ohmsAt(state, terminalName(part.id, 1)).some(
        ({ finding: r }) => isAcross(r, part) && (part.kind === "element" ? readsHealthy(machine, r) : r.result.is === "OL"),
      );
    case "look":
      return looksGood;
  }
}
