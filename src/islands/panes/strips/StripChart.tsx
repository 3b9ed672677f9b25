import { useRef } from "react";
import { clockSays, lower, percent } from "../../../core/model/naming/text";
import { type Lane, lanesOf, type Span } from "../../../core/model/prediction/run-strip";
import { HAPPENED, type Happening, type WatchedEvent } from "../../../core/record/finding/watched";
import { toldSpans } from "../../../core/record/finding/watched-strip";
import { hypothesisSays } from "../../../core/speech/words/card/diagnosis";
import { useSize } from "../../../ui/use-size";
import { useMachine } from "../../store/context";
import styles from "./Strips.module.css";
import type { Strips } from "./use-strips";

const NAMES: Readonly<Record<Lane, string>> = { drum: "Drum", glow: "Glow", flame: "Flame", warm: "Warm air" };
const LANE = 62;
const TOP = 24;
const LEFT = 66;
const RIGHT = 12;
const MARKS = ["A", "B"] as const;
/** Happenings without a length. */
const MOMENTS: readonly Happening[] = ["click", "trips", "hums", "motor"];

interface Props {
  readonly strips: Strips;
  readonly events: readonly WatchedEvent[];
  readonly now: number;
  readonly seconds: number;
  readonly runs: boolean;
}

/** The run as strips over time: what was told, over what a good machine does, beside what the leading suspects would do. */
export function StripChart({ strips, events, now, seconds, runs }: Props) {
  const machine = useMachine();
  const frame = useRef<HTMLDivElement>(null);
  const { width } = useSize(frame);
  const lanes = lanesOf(machine);
  const height = TOP + LANE * lanes.length + 26;
  const x = (at: number) => LEFT + (Math.min(at, seconds) / seconds) * Math.max(0, width - LEFT - RIGHT);
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
          {lanes.map((lane, n) => (
            <LaneStrip key={lane} lane={lane} y={TOP + n * LANE} strips={strips} told={toldSpans(lane, events, now)} x={x} end={width} />
          ))}
          {events
            .filter((e) => MOMENTS.includes(e.what))
            .map((e) => (
              <path key={`${e.what} ${e.at}`} d={`M${x(e.at)} ${TOP}V${height - 20}`} className={styles.moment}>
                <title>{`${HAPPENED[e.what]} ${clockSays(e.at)}`}</title>
              </path>
            ))}
          {runs && <path d={`M${x(now)} ${TOP - 6}V${height - 20}`} className={styles.now} />}
        </svg>
      </div>
      <Legend suspects={strips.suspects} />
    </div>
  );
}

interface LaneProps {
  readonly lane: Lane;
  readonly y: number;
  readonly strips: Strips;
  readonly told: readonly Span[];
  /** Seconds to pixels. */
  readonly x: (at: number) => number;
  readonly end: number;
}

/** One lane: what was told over a good machine's, the suspects' under it. */
function LaneStrip({ lane, y, strips: { healthy, suspects }, told, x, end }: LaneProps) {
  const bar = ({ from, to }: Span) => ({ x: x(from), width: Math.max(2, x(to) - x(from)) });
  return (
    <g className={styles.lane}>
      <path d={`M0 ${y}H${end}`} />
      <text x={0} y={y + 24}>
        {NAMES[lane]}
      </text>
      {healthy.lanes[lane].map((s) => (
        <rect key={s.from} {...bar(s)} y={y + 4} height={26} className={styles.healthy} />
      ))}
      {told.map((s) => (
        <rect key={s.from} {...bar(s)} y={y + 9} height={16} className={styles.told} />
      ))}
      {suspects.map(({ suspect, strip }, k) => {
        const at = y + 40 + k * 13;
        return (
          <g key={suspect.hypothesis.id} className={styles.suspect} data-mark={MARKS[k]}>
            <path d={`M${LEFT} ${at}H${end - RIGHT}`} />
            {strip.lanes[lane].map((s) => (
              <path key={s.from} d={`M${x(s.from)} ${at}H${x(s.to)}`} data-on />
            ))}
            <text x={LEFT - 6} y={at + 5} textAnchor="end">
              {MARKS[k]}
            </text>
          </g>
        );
      })}
    </g>
  );
}

function Legend({ suspects }: Pick<Strips, "suspects">) {
  const machine = useMachine();
  return (
    <p className={styles.legend}>
      <span data-of="told">observed</span>
      <span data-of="healthy">good machine</span>
      {suspects.map(({ suspect }, k) => (
        <span key={suspect.hypothesis.id} data-of={MARKS[k]}>
          <b>{MARKS[k]}</b> {percent(suspect.probability)} {lower(hypothesisSays(machine, suspect.hypothesis))}
        </span>
      ))}
    </p>
  );
}

const ticks = (seconds: number): number[] => Array.from({ length: Math.floor(seconds / 60) + 1 }, (_, i) => i * 60);
