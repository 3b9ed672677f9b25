import type { Machine } from "../../../model/machine/format";
import type { Question } from "../../finding/finding";
import type { JobState } from "../state";
import { cause } from "./cause";
import type { CheckDefinition, CheckTime } from "./definition";
import { door } from "./door";
import { earth } from "./earth";
import { guard } from "./guard";
import { insulation } from "./insulation";
import { leak } from "./leak";
import { polarity } from "./polarity";
import { runaway } from "./runaway";
import { toCabinet } from "./to-cabinet";
import { vent } from "./vent";

/** Every kind of check, the most dangerous first. A new kind is a file beside these and a line here; the compiler then asks for its words. */
export const CHECK_KINDS = [leak, toCabinet, insulation, polarity, guard, cause, earth, door, runaway, vent] as const;

type Definitions = (typeof CHECK_KINDS)[number];
export type CheckCode = Definitions["code"];
/** Something of the machine that waits to be looked into before the job can be closed. */
export type OpenCheck = ReturnType<Definitions["open"]>[number];
export type CheckOf<K extends CheckCode> = Extract<OpenCheck, { code: K }>;

const byCode = new Map<string, unknown>(CHECK_KINDS.map((d) => [d.code, d]));

function checkKind({ code }: OpenCheck): CheckDefinition<CheckCode, OpenCheck> {
  // The one place where a check meets the definition of its own kind: the code says that they belong together.
  return byCode.get(code) as CheckDefinition<CheckCode, OpenCheck>;
}

export const openChecks = (machine: Machine, state: JobState): OpenCheck[] =>
  CHECK_KINDS.flatMap((d): readonly OpenCheck[] => d.open(machine, state));

/** What is to be found out for it. */
export const questionOfCheck = (machine: Machine, check: OpenCheck): Question => checkKind(check).question(check, machine);
export const timeOfCheck = (machine: Machine, check: OpenCheck): CheckTime => checkKind(check).when(check, machine);
/** Nobody may run the machine before this is cleared. */
export const stopsRun = (check: OpenCheck): boolean => checkKind(check).stopsRun(check);

export const isDanger = (check: OpenCheck): boolean => checkKind(check).isDanger(check);

/** What keeps it from being run; `undefined`: nothing that is known. */
export const dangerOfRunning = (machine: Machine, state: JobState): OpenCheck | undefined => openChecks(machine, state).find(stopsRun);

/** A check by name, as long as it is the same one. */
export function checkId(check: OpenCheck): string {
  switch (check.code) {
    case "cause":
      return `cause ${check.fuse} ${check.cause.part} ${check.cause.mode}`;
    case "guard":
    case "vent":
      return `${check.code} ${check.part}`;
    case "insulation":
      return `insulation ${check.pin}`;
    case "to-cabinet":
      return `to-cabinet ${check.question.place.between.join(" ")}`;
    case "leak":
    case "polarity":
    case "earth":
    case "door":
    case "runaway":
      return check.code;
  }
}
