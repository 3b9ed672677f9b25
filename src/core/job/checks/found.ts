import type { Finding, FindingKind, FindingOf } from "../../finding/finding";
import type { SightId } from "../../finding/sights";
import type { Evidence, JobState } from "../state";

type Recorded = Pick<JobState, "evidence" | "fitted">;

export const findingsOf = <K extends FindingKind>({ evidence }: Pick<JobState, "evidence">, kind: K): FindingOf<K>[] =>
  evidence.flatMap(({ finding }) => (finding.kind === kind ? [finding as FindingOf<K>] : []));

export const isSight = (finding: Finding, sight: SightId, value?: string): boolean =>
  finding.kind === "sight" && finding.place.sight === sight && (value === undefined || finding.result.value === value);

export const wasSeen = ({ evidence }: Recorded, sight: SightId, value?: string): boolean =>
  evidence.some((e) => isSight(e.finding, sight, value));

/** What a technician last answered to a sight; `undefined`: nobody looked. */
export function lastSeen({ evidence }: Recorded, sight: SightId): Evidence | undefined {
  return evidence.findLast((e) => e.source === "technician" && isSight(e.finding, sight));
}

/** Whether a technician saw this after the last fitting of such a thing. */
function seenSinceFitted(state: Recorded, sight: SightId, value: string, isOne: (assembly: string) => boolean): boolean {
  const at = state.fitted.findLastIndex((f) => isOne(f.assembly));
  const last = lastSeen(state, sight);
  return last !== undefined && isSight(last.finding, sight, value) && last.fitted.length > at;
}

/** Place of the last finding like this among the evidence; −1: there is none. */
export const lastPlace = ({ evidence }: Recorded, isOne: (finding: Finding) => boolean): number =>
  evidence.findLastIndex((e) => isOne(e.finding));

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
