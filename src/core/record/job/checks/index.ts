import type { Machine } from "../../../model/machine/format";
import { registry } from "../../../model/machine/registry";
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

/** Every kind of check, the most dangerous first. A new kind is a file beside these and a line here. */
export const CHECK_KINDS = [leak, toCabinet, insulation, polarity, guard, cause, earth, door, runaway, vent] as const;

type Definitions = (typeof CHECK_KINDS)[number];
type CheckCode = Definitions["code"];
/** Something of the machine that waits to be looked into before the job can be closed. */
export type OpenCheck = ReturnType<Definitions["open"]>[number];
export type CheckOf<K extends CheckCode> = Extract<OpenCheck, { code: K }>;

const checkKind: (check: OpenCheck) => CheckDefinition<CheckCode, OpenCheck> = registry(CHECK_KINDS, "code");

export const openChecks = (machine: Machine, state: JobState): OpenCheck[] =>
  CHECK_KINDS.flatMap((d): readonly OpenCheck[] => d.open(machine, state));

/** Gives what is to be found out for it. */
export const questionOfCheck = (machine: Machine, check: OpenCheck): Question => checkKind(check).question(check, machine);
export const timeOfCheck = (machine: Machine, check: OpenCheck): CheckTime => checkKind(check).when(check, machine);
/** Nobody may run the machine before this is cleared. */
const stopsRun = (check: OpenCheck): boolean => checkKind(check).stopsRun(check);

export const isDanger = (check: OpenCheck): boolean => checkKind(check).isDanger(check);

/** Gives what keeps it from being run; `undefined`: nothing that is known. */
export const dangerOfRunning = (machine: Machine, state: JobState): OpenCheck | undefined => openChecks(machine, state).find(stopsRun);

export const checkId = (check: OpenCheck): string => checkKind(check).id(check);
/** Why a check is open. */
export const checkSays = (machine: Machine, check: OpenCheck): string => checkKind(check).says(check, machine);
/** Gives what is right; empty where the question says it. */
export const rightSays = (machine: Machine, check: OpenCheck): string => checkKind(check).right(check, machine);
