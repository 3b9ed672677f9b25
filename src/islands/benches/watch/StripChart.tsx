import { useRef } from "react";
import type { WatchedEvent } from "../../../core/finding/watched";
import { toldSpans } from "../../../core/finding/watched-strip";
import { clockSays } from "../../../core/job/kinds/watched";
import { hypothesisSays } from "../../../core/language/diagnosis";
import { percent } from "../../../core/naming/text";
import { type Lane, lanesOf, type Span } from "../../../core/prediction/run-strip";
import { useMachine } from "../../job/store/context";
import { useSize } from "../../sheet/use-size";
import type { Strips } from "./use-strips";
import styles from "./Watch.module.css";

const NAMES: Readonly<Record<Lane, string>> = { drum: "Drum", glow: "Glow", flame: "Flame", warm: "Warm air" };
const LANE = 62;
const TOP = 24;
const LEFT = 66;
const MARKS = ["A", "B"] as const;
/** Happenings without a length. */
const MOMENTS: readonly WatchedEvent["what"][] = ["click", "trips", "hums", "motor"];

interface Props {
  readonly strips: Strips;
  readonly events: readonly WatchedEvent[];
  readonly now: number;
  readonly seconds: number;
  readonly runs: boolean;
}

/** The run as strips over time: what was told, over what a healthy machine does, beside what the leading suspects would do. */
export function StripChart({ strips: { healthy, suspects }, events, now, seconds, runs }: Props) {
  const machine = useMachine();
  const frame = useRef<HTMLDivElement>(null);
  const { width } = useSize(frame);
  const lanes = lanesOf(machine);
  const height = TOP + LANE * lanes.length + 26;
  const x = (at: number) => LEFT + (Math.min(at, seconds) / seconds) * Math.max(0, width - LEFT - 12);
  const bar = ({ from, to }: Span) => ({ x: x(from), width: Math.max(2, x(to) - x(from)) });
  return (
    <div className={styles.chart}>
      <div ref={frame}>
        <svg viewBox={`0 0 ${width} ${height}`} width={width} height={height} role="img" aria-label="The run over time">
          {ticks(seconds).map((t) => (
            <g key={t} className={styles.tick}>
              <path d={`M${x(t)} ${TOP}V${height - 20}`} />
              <text x={x(t)} y={16} textAnchor={t === 0 ? "start" : t === seconds ? "end" : "middle"}>
                {clockSays(t)}
              </text>
            </g>
          ))}
          {lanes.map((lane, n) => {
            const y = TOP + n * LANE;
            return (
              <g key={lane} className={styles.lane}>
                <path d={`M0 ${y}H${width}`} />
                <text x={0} y={y + 24}>
                  {NAMES[lane]}
                </text>
                {healthy.lanes[lane].map((s) => (
                  <rect key={s.from} {...bar(s)} y={y + 4} height={26} className={styles.healthy} />
                ))}
                {toldSpans(lane, events, now).map((s) => (
                  <rect key={s.from} {...bar(s)} y={y + 9} height={16} className={styles.told} />
                ))}
                {suspects.map(({ suspect, strip }, k) => (
                  <g key={suspect.hypothesis.id} className={styles.suspect} data-mark={MARKS[k]}>
                    <path d={`M${LEFT} ${y + 40 + k * 13}H${width - 12}`} />
                    {strip.lanes[lane].map((s) => (
                      <path key={s.from} d={`M${x(s.from)} ${y + 40 + k * 13}H${x(s.to)}`} data-on />
                    ))}
                    <text x={LEFT - 6} y={y + 45 + k * 13} textAnchor="end">
                      {MARKS[k]}
                    </text>
                  </g>
                ))}
              </g>
            );
          })}
          {events
            .filter((e) => MOMENTS.includes(e.what))
            .map((e) => (
              <path key={`${e.what} ${e.at}`} d={`M${x(e.at)} ${TOP}V${height - 20}`} className={styles.moment}>
                <title>{`${e.what} ${clockSays(e.at)}`}</title>
              </path>
            ))}
          {runs && <path d={`M${x(now)} ${TOP - 6}V${height - 20}`} className={styles.now} />}
        </svg>
      </div>
      <p className={styles.legend}>
        <span data-of="told">told</span>
        <span data-of="healthy">healthy machine</span>
        {suspects.map(({ suspect }, k) => (
          <span key={suspect.hypothesis.id} data-of={MARKS[k]}>
            <b>{MARKS[k]}</b> {hypothesisSays(machine, suspect.hypothesis)}, {percent(suspect.probability)}
          </span>
        ))}
      </p>
    </div>
  );
}

const ticks = (seconds: number): number[] => Array.from({ length: Math.floor(seconds / 60) + 1 }, (_, i) => i * 60);
