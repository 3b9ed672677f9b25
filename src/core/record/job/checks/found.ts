import type { SightId } from "../../../model/sights/sights";
import type { Finding } from "../../finding/finding";
import { sightings } from "../evidence";
import type { Evidence, JobState } from "../state";

type Recorded = Pick<JobState, "evidence" | "fitted">;

export const isSight = (finding: Finding, sight: SightId, value?: string): boolean =>
  finding.kind === "sight" && finding.place.sight === sight && (value === undefined || finding.result.value === value);

export const wasSeen = (state: Recorded, sight: SightId, value?: string): boolean =>
  sightings(state, sight).some(({ finding }) => value === undefined || finding.result.value === value);

/** Gives what a technician last answered to a sight; `undefined`: nobody looked. */
export function lastSeen(state: Recorded, sight: SightId): Evidence | undefined {
  return sightings(state, sight).findLast(({ evidence }) => evidence.source === "technician")?.evidence;
}

/** True where a technician saw this after the last fitting of such a thing. */
function seenSinceFitted(state: Recorded, sight: SightId, value: string, isOne: (assembly: string) => boolean): boolean {
  const at = state.fitted.findLastIndex((f) => isOne(f.assembly));
  const last = lastSeen(state, sight);
  return last !== undefined && isSight(last.finding, sight, value) && last.fitted.length > at;
}

/** Place among the evidence at which this was last answered to a sight; −1: it never was. */
export const lastPlace = (state: Recorded, sight: SightId, value: string): number =>
  sightings(state, sight).findLast(({ finding }) => finding.result.value === value)?.at ?? -1;

/** A sight that is asked for. */
export const asked = (sight: SightId) => ({ kind: "sight", place: { sight }, circumstances: {} }) as const;

/** Why a sight that some work calls for is due: it was last found bad, or nobody found it good since that work. `undefined`: it is not. */
export function dueAfter(
  state: Recorded,
  sight: SightId,
  { good, bad }: { readonly good: string; readonly bad: string },
  isOne: (assembly: string) => boolean,
): "bad" | "unseen" | undefined {
  const last = lastSeen(state, sight);
  if (last && isSight(last.finding, sight, bad)) return "bad";
  return state.fitted.some((f) => isOne(f.assembly)) && !seenSinceFitted(state, sight, good, isOne) ? "unseen" : undefined;
}
