import { useRef } from "react";
import { balanceOf, inputThrough, PLATE_WITHIN } from "../../../core/model/burner/balance";
import { DRILLS } from "../../../core/model/burner/drills";
import type { Gas } from "../../../core/model/burner/gas";
import { plateSays } from "../../../core/speech/words/bench/burner";
import { useSize } from "../../../ui/use-size";
import styles from "./Burner.module.css";

interface Props {
  readonly gas: Gas;
  readonly discharge: number;
  /** In w.c., BTU/h. */
  readonly pressure: number;
  readonly plate: number;
  readonly input: number | undefined;
}

const ABOUT = 0.16;
const [LINE, HEIGHT] = [78, 128];

/** Shows what real drills would burn at this pressure, against the plate ±5%; and what burns. */
export function DrillScale({ gas, discharge, pressure, plate, input }: Props) {
  const frame = useRef<HTMLDivElement>(null);
  const { width } = useSize(frame);
  const [low, high] = [plate * (1 - ABOUT), plate * (1 + ABOUT)];
  const x = (btu: number) => ((Math.min(high, Math.max(low, btu)) - low) / (high - low)) * width;
  const drills = DRILLS.map((d) => ({ ...d, btu: inputThrough(balanceOf(gas, discharge), d.inches, pressure) })).filter(
    ({ btu }) => btu > low * 1.02 && btu < high * 0.98,
  );
  const [from, to] = [x(plate * (1 - PLATE_WITHIN)), x(plate * (1 + PLATE_WITHIN))];
  return (
    <div ref={frame} className={styles.scale}>
      <svg viewBox={`0 0 ${width} ${HEIGHT}`} width={width} height={HEIGHT} role="img" aria-label="Drills against the plate">
        <rect x={0} y={LINE} width={width} height={24} className={styles.out} />
        <rect x={from} y={LINE} width={to - from} height={24} className={styles.within} />
        <path d={`M0 ${LINE}H${width}`} className={styles.axis} />
        <text x={(from + to) / 2} y={LINE + 17} textAnchor="middle" className={styles.plate}>
          ✓ plate ±5%
        </text>
        {drills.map((d, i) => {
          const stands = plateSays(d.btu, plate);
          const top = 10 + (i % 3) * 24;
          const left = x(d.btu) > width - 130;
          return (
            <g key={d.number} data-is={stands.is}>
              <path d={`M${x(d.btu)} ${LINE}V${top}`} className={styles.pin} />
              <circle cx={x(d.btu)} cy={top} r={6} className={styles.pin} />
              <text x={x(d.btu) + (left ? -11 : 11)} y={top + 5} textAnchor={left ? "end" : "start"}>
                drill {d.number}: {stands.is === "good" ? "✓" : "✗"} {((d.btu / plate - 1) * 100).toFixed(1)}%
              </text>
            </g>
          );
        })}
        {input !== undefined && (
          <g>
            <path d={`M${x(input)} ${LINE + 22}l-8 14h16z`} className={styles.now} />
            <text
              x={Math.min(width - 4, Math.max(4, x(input)))}
              y={LINE + 50}
              textAnchor={x(input) < width / 2 ? "start" : "end"}
              className={styles.strong}
            >
              burns {Math.round(input).toLocaleString("en-US")} BTU/h
            </text>
          </g>
        )}
      </svg>
    </div>
  );
}
