import { dequal } from "dequal";
import { answersAlike } from "../../record/finding/finding";
import type { Evidence } from "../../record/job/state";

/** Chance that the same thing found again in the same way is found so for the same reason, right or wrong: once more, and from then on (est.). */
const SAME_REASON = [0.4, 0.75];
/** The same, for a reading or look that is still to be made so many times over. */
export const sameAgain = (before: number): number => (before === 0 ? 0 : (SAME_REASON[Math.min(before, SAME_REASON.length) - 1] ?? 0));
/** Values that differ by no more than this, as a share, are the same reading; and at least by so many units. */
const SAME_SHARE = 0.05;
const SAME_LEAST = 0.2;

/** Chance with which each entry only repeats an earlier one: 0 for what is new or turned out otherwise. In the order of the evidence. */
export function repeated(evidence: readonly Evidence[]): number[] {
  return evidence.map((e, i) => {
    const before = evidence.slice(0, i).filter((d) => isSame(d, e)).length;
    return sameAgain(before);
  });
}

/** Entries that were found otherwise when the same was asked again: slips, as it seems. In the order of the evidence. */
export const takenBack = (evidence: readonly Evidence[]): boolean[] =>
  evidence.map((e, i) => evidence.slice(i + 1).some((l) => asksSame(e, l) && !agree(e.finding.result, l.finding.result)));

/** Entries of which the same was asked more than once. In the order of the evidence. */
export const takenAgain = (evidence: readonly Evidence[]): boolean[] =>
  evidence.map((e) => evidence.some((o) => o !== e && asksSame(e, o)));

const isSame = (a: Evidence, b: Evidence): boolean => asksSame(a, b) && agree(a.finding.result, b.finding.result);

const asksSame = (a: Evidence, b: Evidence): boolean =>
  a.source === b.source && a.fitted.length === b.fitted.length && answersAlike(a.finding, b.finding);

type Result = Evidence["finding"]["result"];

function agree(a: Result, b: Result): boolean {
  if (a.is === "value" && b.is === "value")
    return Math.abs(a.value - b.value) <= Math.max(SAME_LEAST, SAME_SHARE * Math.max(Math.abs(a.value), Math.abs(b.value)));
  return dequal(a, b);
}
