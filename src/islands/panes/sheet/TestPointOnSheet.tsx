import type { Machine } from "../../../core/model/machine/format";
import type { LaidNode } from "./layout";
import { onPress } from "./press";
import styles from "./Sheet.module.css";

interface Props {
  readonly machine: Machine;
  readonly node: LaidNode;
  /** Which probe is on it, from 0; −1 for none. */
  readonly probe: number;
  readonly onPoint: (net: string) => void;
}

export function TestPointOnSheet({ machine, node: { net, x, y }, probe, onPoint }: Props) {
  const name = machine.testPoints.find((t) => t.net === net)?.name ?? net;
  const touched = probe >= 0;
  return (
    // biome-ignore lint/a11y/useSemanticElements: there is no button element inside a drawing
    <g
      transform={`translate(${x} ${y})`}
      role="button"
      tabIndex={0}
      aria-label={`Test point ${net}, ${name}`}
      aria-pressed={touched}
      className={styles.point}
      data-probe={probe}
      data-point={net}
      onClick={() => onPoint(net)}
      onKeyDown={onPress(() => onPoint(net))}
    >
      <rect x={-15} y={-30} width={30} height={46} className={styles.hit} />
      <circle r={touched ? 8 : 5} data-box="point" />
      <text y={-11} textAnchor="middle" data-box="point name">
        {touched ? `${probe === 0 ? "●" : "○"} ${net}` : net}
      </text>
    </g>
  );
}
