import type { Machine } from "../../../model/machine/format";
import type { Question } from "../../finding/finding";
import type { JobState } from "../state";

/**
 * When a check can be made: `inside` on the dead machine while what it needs is still off; `shut` with every panel back and the machine still
 * dead; `run` in the run that proves it, or after.
 */
export type CheckTime = "inside" | "shut" | "run";

/** All that the program has to know of a kind of check. A new kind fills every field; none has a default. */
export interface CheckDefinition<K extends string, C extends { readonly code: K }> {
  readonly code: K;
  /** Those that are open in a job, the most dangerous first. */
  readonly open: (machine: Machine, state: JobState) => readonly C[];
  /** Gives what is to be found out. */
  readonly question: (check: C, machine: Machine) => Question;
  readonly when: (check: C, machine: Machine) => CheckTime;
  /** Nobody may run the machine before it is cleared. */
  readonly stopsRun: (check: C) => boolean;
  /** The record says that something which can hurt somebody is likely there now, whoever comes to the machine. */
  readonly isDanger: (check: C) => boolean;
  /** Its name, as long as it is the same one. */
  readonly id: (check: C) => string;
  /** Why it is open, as a clause. */
  readonly says: (check: C, machine: Machine) => string;
  /** Gives what is right, or what is to be done otherwise, as a sentence; nothing where the question says it. */
  readonly right: (check: C, machine: Machine) => string;
}

export const defineCheck = <K extends string, C extends { readonly code: K }>(d: CheckDefinition<K, C>): CheckDefinition<K, C> => d;

export const inside = (): CheckTime => "inside";
export const shut = (): CheckTime => "shut";
export const running = (): CheckTime => "run";
export const stopsRun = (): boolean => true;
export const letsRun = (): boolean => false;
export const danger = (): boolean => true;
export const noDanger = (): boolean => false;
export const byCode = ({ code }: { readonly code: string }): string => code;
export const noMore = (): string => "";
/** Holds what a sound insulation reads. */
export const SOUND = "OL, or more than 1 MΩ.";
