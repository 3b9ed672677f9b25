import { useMemo, useRef } from "react";
import { meterNamed } from "../../../core/model/instrument/meter";
import { formatValue } from "../../../core/model/quantity/format";
import { axisFor, zonesOf } from "../../../core/reason/judging/zones";
import type { Limits } from "../../../core/record/finding/limits/limits";
import type { Interval, Verdict } from "../../../core/record/finding/limits/verdict";
import { limitsSay, VERDICT_SAYS } from "../../../core/speech/words/bench/judgements";
import { useSize } from "../../../ui/use-size";
import { useJob } from "../../store/context";
import styles from "./LimitScale.module.css";

/** A reading on the scale: what it may be in truth, and how it is marked. */
export interface Mark {
  readonly is: "old" | "new" | "typed";
  readonly shown: number;
  readonly may: Interval;
  readonly verdict: Verdict;
}

/** Holds what a suspect would read there; Infinity for an open line. */
export interface SuspectMark {
  readonly says: string;
  readonly from: number;
  readonly to: number;
}

interface Props {
  readonly limits: Limits;
  readonly marks: readonly Mark[];
  readonly suspects?: readonly SuspectMark[];
}

const NO_SUSPECTS: readonly SuspectMark[] = [];
/** Pixels: the box for an open line, the gap before it, the bar, what stands above and under it. */
const OPEN = 78;
const GAP = 14;
const BAR = 26;
const UNDER = 22;
const MARKED = 26;
const LANE = 22;
const NAMES: Record<Mark["is"], string> = { old: "old", new: "new", typed: "" };
const SHORT: Record<Verdict, string> = { pass: "✓", fail: "✗", "cant-tell": "?" };

/** Shows what a meter may show there, with the verdict that each would get; readings on it with how far they may be off, and what suspects would read. */
export function LimitScale({ limits, marks, suspects = NO_SUSPECTS }: Props) {
  const frame = useRef<HTMLDivElement>(null);
  const { width } = useSize(frame);
  const leadOhms = useJob((s) => s.job.meter?.leadOhms);
  const meters = useJob((s) => s.job.meters);
  const used = useJob((s) => s.job.meter?.used?.name);
  const to = axisFor(limits, [
    ...marks.map((m) => (m.shown === Infinity ? 0 : Math.max(m.shown, m.may.high))),
    ...suspects.map((s) => (s.to === Infinity ? 0 : s.to)),
  ]);
  const zones = useMemo(() => zonesOf(limits, to, leadOhms, meterNamed(meters, used)), [limits, to, leadOhms, meters, used]);
  const canOpen = limits.unit === "ohm";
  const axis = Math.max(0, width - (canOpen ? OPEN + GAP : 0));
  const x = (value: number): number => (value === Infinity ? axis + GAP + OPEN / 2 : (Math.min(Math.max(0, value), to) / to) * axis);
  const top = suspects.length * LANE + (marks.length > 0 ? MARKED : 4);
  const openIs: Verdict = limits.of === "unknown" ? "cant-tell" : limits.high === Infinity ? "pass" : "fail";
  const ends = [0, ...(limits.of === "unknown" || limits.high === Infinity ? [limits.low] : [limits.low, limits.high])].filter(
    (v, i) => i === 0 || v > 0,
  );
  return (
    <figure className={styles.scale} ref={frame}>
      <svg width={width} height={top + BAR + UNDER} role="img" aria-label={saysAll(limits, marks)}>
        {suspects.map((s, i) => (
          <Suspect key={s.says} suspect={s} y={i * LANE} x={x} openWidth={OPEN} width={width} />
        ))}
        {zones.map((z) => (
          <Zone key={z.from} x={x(z.from)} y={top} width={x(z.to) - x(z.from)} verdict={z.verdict} />
        ))}
        {canOpen && <Zone x={axis + GAP} y={top} width={OPEN} verdict={openIs} />}
        {marks.map((m) => (
          <MarkOn key={m.is} mark={m} x={x} y={top} />
        ))}
        {spaced(ends.map((v) => ({ at: x(v), says: v === 0 ? "0" : formatValue(v, limits.unit) }))).map(({ at, says }) => (
          <text key={says} x={at} y={top + BAR + 17} className={styles.label}>
            {says}
          </text>
        ))}
        {canOpen && (
          <text x={axis + GAP + OPEN / 2} y={top + BAR + 17} textAnchor="middle" className={styles.label}>
            OL
          </text>
        )}
      </svg>
    </figure>
  );
}

const saysAll = (limits: Limits, marks: readonly Mark[]): string =>
  [
    `Healthy: ${limitsSay(limits)}`,
    ...marks.map((m) => `${NAMES[m.is] || "read"} ${formatValue(m.shown, limits.unit)}: ${VERDICT_SAYS[m.verdict]}`),
  ].join("; ");

/** Labels that would lie on the one before them are left out. */
function spaced(labels: readonly { readonly at: number; readonly says: string }[]) {
  const kept: { readonly at: number; readonly says: string }[] = [];
  for (const l of labels) {
    const last = kept.at(-1);
    if (!last || l.at - last.at > last.says.length * 9 + 6) kept.push(l);
  }
  return kept;
}

interface ZoneProps {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly verdict: Verdict;
}

function Zone({ x, y, width, verdict }: ZoneProps) {
  const says = width > 84 ? VERDICT_SAYS[verdict].toLowerCase() : width > 16 ? SHORT[verdict] : "";
  return (
    <g data-verdict={verdict} className={styles.zone}>
      <rect x={x} y={y} width={Math.max(0, width)} height={BAR} />
      {verdict === "cant-tell" && <rect x={x} y={y} width={Math.max(0, width)} height={BAR} fill="url(#cant-tell)" />}
      {says !== "" && (
        <text x={x + width / 2} y={y + 18} textAnchor="middle">
          {says}
        </text>
      )}
    </g>
  );
}

function MarkOn({ mark: { is, shown, may }, x, y }: { readonly mark: Mark; readonly x: (value: number) => number; readonly y: number }) {
  // The line stands where the meter does, in the zone of its verdict; the bar lies where the truth may be, leads taken off.
  const at = x(shown);
  const [low, high] = shown === Infinity ? [at, at] : [x(may.low), x(may.high)];
  return (
    <g data-mark={is} className={styles.mark}>
      <rect x={low} y={y - 9} width={Math.max(3, high - low)} height={8} />
      <path d={`M${at} ${y + BAR}V${y - 14}`} />
      {NAMES[is] !== "" && (
        <text x={is === "old" ? at - 5 : at + 5} y={y - 14} textAnchor={is === "old" && at > 30 ? "end" : "start"}>
          {NAMES[is]}
        </text>
      )}
    </g>
  );
}

interface SuspectProps {
  readonly suspect: SuspectMark;
  readonly y: number;
  readonly x: (value: number) => number;
  readonly openWidth: number;
  readonly width: number;
}

/** A hatched stretch with its name beside it, on whichever side has room. */
function Suspect({ suspect: { says, from, to }, y, x, openWidth, width }: SuspectProps) {
  const [left, right] =
    to === Infinity ? [x(Infinity) - openWidth / 2, x(Infinity) + openWidth / 2] : [x(from), Math.max(x(from) + 6, x(to))];
  const isRight = right < width / 2;
  return (
    <g className={styles.suspect}>
      <rect x={left} y={y + 2} width={right - left} height={LANE - 6} fill="url(#hatch)" />
      <text x={isRight ? right + 8 : left - 8} y={y + 15} textAnchor={isRight ? "start" : "end"}>
        {says}
      </text>
    </g>
  );
}
