import { kindOf } from "../../core/machine/parts/index";
import type { LaidLine, LaidRow } from "./layout";
import { NO_MARK } from "./mark";
import { PartOnSheet } from "./PartOnSheet";
import type { SheetProps } from "./props";
import styles from "./Sheet.module.css";
import { TestPointOnSheet } from "./TestPointOnSheet";
import { Wires } from "./Wires";

interface Props {
  readonly row: LaidRow;
  readonly folded: boolean;
  readonly readings: ReadonlyMap<string, string>;
  readonly sheet: SheetProps;
}

/** A branch with its name, on one line or folded onto several. */
export function SheetRow({ row, folded, readings, sheet }: Props) {
  const [first] = row.lines;
  const { dx, dy } = namePlace(row, folded);
  return (
    <g>
      <text x={(first?.x1 ?? 0) + dx} y={(first?.y ?? 0) + dy} className={styles.branch}>
        {row.title}
      </text>
      {row.tap && <path d={`M${row.tap.x} ${row.tap.from}V${row.tap.to}`} className={styles.wire} />}
      {row.lines.map((line) => (
        <Line key={line.y} line={line} readings={readings} sheet={sheet} />
      ))}
    </g>
  );
}

/** Where a row's name stands, from the start of its wire. */
function namePlace({ packed, tap }: LaidRow, folded: boolean): { dx: number; dy: number } {
  if (packed) return { dx: -8, dy: -30 };
  return { dx: tap ? 14 : folded ? 18 : 8, dy: folded ? -26 : -8 };
}

function Line({ line, readings, sheet }: Omit<Props, "row" | "folded"> & { readonly line: LaidLine }) {
  const { machine, marks, controls, chosen, way, probes, onPart, onPoint } = sheet;
  return (
    <g>
      <Wires line={line} marks={marks} />
      {line.items.map((item) => (
        <PartOnSheet
          key={`${item.part.id}-${item.y}`}
          item={item}
          mark={marks[item.part.id] ?? NO_MARK}
          closed={kindOf(item.part).drawnClosed(item.part, controls)}
          note={readings.get(item.part.id)}
          chosen={chosen === item.part.id}
          onWay={way?.parts.includes(item.part.id) ?? false}
          onChoose={onPart}
        />
      ))}
      {line.nodes.map((node) => {
        const key = `${node.net}-${node.y}`;
        if (node.again) return <circle key={key} cx={node.x} cy={node.y} r={4} className={styles.again} />;
        return <TestPointOnSheet key={key} machine={machine} node={node} probe={probes.indexOf(node.net)} onPoint={onPoint} />;
      })}
    </g>
  );
}
