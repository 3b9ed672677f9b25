import { UNTOLD } from "../../model/sights/sights";
import { asBond } from "../finding/bond";
import type { Witness } from "../finding/definition";
import type { Finding } from "../finding/finding";
import { grown } from "./evidence";
import { assembliesFitted, type JobState } from "./state";

/** “Can't tell” is an answer that weighs nothing. */
export const isUntold = (finding: Finding): boolean => finding.result.is === "answer" && finding.result.value === UNTOLD;

/** The evidence with what somebody found added to it. The same reference when they could tell nothing. */
export function witnessed(state: JobState, entry: string, source: Witness, findings: readonly Finding[]): Pick<JobState, "evidence"> {
  const { machine } = state;
  const told = findings.filter((f) => !isUntold(f)).map((f) => (machine ? asBond(machine, f) : f));
  if (told.length === 0) return { evidence: state.evidence };
  const fitted = assembliesFitted(state);
  return {
    evidence: grown(
      state.evidence,
      told.map((finding) => ({ entry, source, finding, fitted })),
    ),
  };
}
