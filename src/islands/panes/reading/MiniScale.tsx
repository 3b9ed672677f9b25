import type { Judgement } from "../../../core/reason/judging/judge";
import { axisFor } from "../../../core/reason/judging/zones";
import styles from "./MiniScale.module.css";

const WIDTH = 120;
const OPEN = 16;
const GAP = 4;

/** A reading against its limits, as large as fits into a line of a table. Its words stand beside it. */
export function MiniScale({ judgement: { limits, may, shown, unit, verdict } }: { readonly judgement: Judgement }) {
  const canOpen = unit === "ohm";
  const axis = WIDTH - (canOpen ? OPEN + GAP : 0);
  const to = axisFor(limits, [shown === Infinity ? 0 : may.high]);
  const x = (v: number): number => (v === Infinity ? axis + GAP + OPEN / 2 : (Math.min(v, to) / to) * axis);
  const [low, high] = [x(limits.low), limits.high === Infinity ? axis : x(limits.high)];
  const [from, until] = shown === Infinity ? [x(Infinity) - 2, x(Infinity) + 2] : [x(may.low), Math.max(x(may.low) + 3, x(may.high))];
  return (
    <svg width={WIDTH} height="14" aria-hidden="true" className={styles.mini} data-verdict={verdict}>
      <rect x="0" y="7" width={axis} height="6" className={styles.axis} />
      {limits.of !== "open" && <rect x={low} y="7" width={Math.max(2, high - low)} height="6" className={styles.healthy} />}
      {canOpen && <rect x={axis + GAP} y="7" width={OPEN} height="6" className={limits.high === Infinity ? styles.healthy : styles.axis} />}
      <rect x={from} y="1" width={until - from} height="12" className={styles.read} />
    </svg>
  );
}
