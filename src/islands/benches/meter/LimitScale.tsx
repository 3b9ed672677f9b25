import type { Judgement } from "../../../core/judging/judge";
import type { Limits } from "../../../core/judging/limits";
import { limitsSay } from "../../../core/language/judgements";
import { formatValue } from "../../../core/quantity/format";
import styles from "./LimitScale.module.css";

/** Parts of the picture's width: the axis, a gap, and the box for an open line. */
const AXIS = 84;
const OPEN_AT = 87;

/** The limits on an axis with the reading and how far it may be off; an open line in a box of its own. */
export function LimitScale({ limits, judgement }: { readonly limits: Limits; readonly judgement: Judgement | undefined }) {
  const isOpen = limits.high === Infinity;
  const to = topOf(limits, judgement);
  const x = (ohms: number): number => (Math.min(Math.max(0, ohms), to) / to) * AXIS;
  const may = judgement && judgement.shown !== Infinity ? judgement.may : undefined;
  const readOpen = judgement?.shown === Infinity;
  return (
    <figure className={styles.scale} data-verdict={judgement?.verdict}>
      <svg width="100%" height="62" role="img" aria-label={`Healthy: ${limitsSay(limits)}`}>
        <rect x="0" y="18" width={`${AXIS}%`} height="20" className={styles.fail} />
        <rect x={`${OPEN_AT}%`} y="18" width={`${100 - OPEN_AT}%`} height="20" className={isOpen ? styles.pass : styles.fail} />
        {!isOpen && (
          <rect x={`${x(limits.low)}%`} y="18" width={`${x(limits.high) - x(limits.low)}%`} height="20" className={styles.pass} />
        )}
        {may && (
          <rect x={`${x(may.low)}%`} y="4" width={`${Math.max(0.4, x(may.high) - x(may.low))}%`} height="10" className={styles.may} />
        )}
        {may && <rect x={`${(x(may.low) + x(may.high)) / 2 - 0.15}%`} y="4" width="3" height="34" className={styles.mark} />}
        {readOpen && <rect x={`${(OPEN_AT + 100) / 2}%`} y="4" width="3" height="34" className={styles.mark} />}
        <Label at={0}>0</Label>
        {!isOpen && x(limits.low) > 8 && <Label at={x(limits.low)}>{formatValue(limits.low, "ohm")}</Label>}
        {!isOpen && <Label at={x(limits.high)}>{formatValue(limits.high, "ohm")}</Label>}
        <Label at={OPEN_AT}>OL</Label>
      </svg>
    </figure>
  );
}

const Label = ({ at, children }: { readonly at: number; readonly children: string }) => (
  <text x={`${at}%`} y="58" className={styles.label}>
    {children}
  </text>
);

/** The axis ends beyond the limits and beyond the reading, not so far that the limits are lost. */
function topOf({ low, high }: Limits, judgement: Judgement | undefined): number {
  const reading = judgement && judgement.shown !== Infinity ? judgement.may.high : 0;
  const limit = high === Infinity ? Math.min(low, 100) : high;
  return Math.min(Math.max(limit * 1.6, reading * 1.15), limit * 12);
}
