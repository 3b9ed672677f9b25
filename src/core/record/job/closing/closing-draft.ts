import type { Draft } from "../kinds/index";
import type { JobState } from "../state";
import { reservationsOf } from "./proven";

/** The closing of a job, with what it is closed without. */
export function closingDraft(state: JobState): Draft {
  const reservations = reservationsOf(state);
  return { kind: "closed", body: reservations ? { reservations: { rows: [...reservations.rows], why: reservations.why } } : {} };
}
