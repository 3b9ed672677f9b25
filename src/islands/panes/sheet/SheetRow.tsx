import { kindOf } from "../../../core/model/machine/parts/index";
import { percent } from "../../../core/model/naming/text";
import type { LaidLine, LaidRow } from "./layout";
import { NO_MARK } from "./mark";
import { PartOnSheet } from "./PartOnSheet";
import { onPress } from "./press";
import type { SheetProps } from "./props";
import styles from "./Sheet.module.css";
import { TestPointOnSheet } from "./TestPointOnSheet";
import { Wires } from "./Wires";

interface Props {
  readonly row: LaidRow;
  readonly folded: boolean;
  readonly share: number;
  /** Every part of it is spoken for. */
  readonly good: boolean;
  readonly readings: ReadonlyMap<string, string>;
  readonly measured: ReadonlySet<string>;
  readonly sheet: SheetProps;
  readonly onToggle: (row: number, open: boolean) => void;
}

/** A branch: a thin line with its name, or open with its parts, on one line or several. Its name opens and folds it. */
export function SheetRow({ row, folded, share, good, readings, measured, sheet, onToggle }: Props) {
  const [first] = row.lines;
  const { dx, dy } = namePlace(row, folded);
  const mark = share > 0 ? `  ${percent(share)}` : good ? "  ✓" : "";
  const toggle = () => onToggle(row.index, row.thin);
  return (
    <g data-branch={row.title} data-thin={row.thin}>
      {row.thin && first && (
        <path
          d={`M${first.x1} ${first.y}H${first.x1 + 8}M${first.x1 + 16 + LETTER * (row.title + mark).length} ${first.y}H${first.x2}`}
          className={styles.thinWire}
          data-good={good}
        />
      )}
      {row.tap && <path d={`M${row.tap.x} ${row.tap.from}V${row.tap.to}`} className={styles.wire} />}
      {!row.thin && row.lines.map((line) => <Line key={line.y} line={line} readings={readings} measured={measured} sheet={sheet} />)}
      {/* biome-ignore lint/a11y/useSemanticElements: there is no button element inside a drawing */}
      <g
        transform={`translate(${(first?.x1 ?? 0) + dx} ${(first?.y ?? 0) + dy})`}
        role="button"
        tabIndex={0}
        aria-expanded={!row.thin}
        aria-label={`${row.title}, ${row.thin ? "folded" : "open"}`}
        className={styles.branch}
        data-asked={share > 0}
        onClick={toggle}
        onKeyDown={onPress(toggle)}
      >
        <rect
          x={-10}
          y={row.thin ? -18 : -22}
          width={row.thin ? Math.max(96, (first?.x2 ?? 0) - (first?.x1 ?? 0) - 20) : 96}
          height={row.thin ? 28 : 30}
          className={styles.hit}
        />
        <text data-box="name">
          {row.title}
          {row.thin && <tspan className={styles.thinMark}>{mark}</tspan>}
        </text>
      </g>
    </g>
  );
}

/** About the width of a letter of a name, px. */
const LETTER = 7.3;

/** Where a row's name stands, from the start of its wire. */
function namePlace({ packed, tap, thin }: LaidRow, folded: boolean): { dx: number; dy: number } {
  if (thin) return { dx: 12, dy: 5 };
  if (packed) return { dx: -8, dy: -33 };
  return { dx: tap ? 14 : folded ? 12 : 8, dy: folded ? -33 : -8 };
}

function Line({ line, readings, measured, sheet }: Pick<Props, "readings" | "measured" | "sheet"> & { readonly line: LaidLine }) {
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
          measured={measured.has(item.part.id)}
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
