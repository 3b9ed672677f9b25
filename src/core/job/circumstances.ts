import type { Finding } from "../finding/finding";
import type { Draft } from "./kinds/index";
import type { JobState } from "./state";

/** A finding with what the job knows of the circumstances in which it is made. What it says of them itself, stands. */
export function inCircumstances(finding: Finding, { safety, panelsOff }: Pick<JobState, "safety" | "panelsOff">): Finding {
  const known: Finding["circumstances"] = { power: safety.power, ...(panelsOff.length > 0 && { panelsOff: [...panelsOff] }) };
  return { ...finding, circumstances: { ...known, ...finding.circumstances } };
}

/** The same for any draft: those that are no findings are themselves. */
export const draftInCircumstances = (draft: Draft, state: Pick<JobState, "safety" | "panelsOff">): Draft =>
  draft.kind === "finding" ? { kind: "finding", body: inCircumstances(draft.body, state) } : draft;
