import { useId } from "react";
import type { Mark } from "../../core/diagnosis/marks";
import { percent } from "../../core/naming/text";
import type { LaidItem } from "./layout";
import { markSays } from "./mark";
import { onPress } from "./press";
import styles from "./Sheet.module.css";
import { HALF, PartSymbol } from "./symbols";

interface Props {
  readonly item: LaidItem;
  readonly mark: Mark;
  readonly closed: boolean;
  /** What was last read across it. */
  readonly note: string | undefined;
  readonly chosen: boolean;
  /** The current of the reading that is shown passed it. */
  readonly onWay: boolean;
  readonly onChoose: (part: string) => void;
}

export function PartOnSheet({ item, mark, closed, note, chosen, onWay, onChoose }: Props) {
  const { part, x, y } = item;
  const label = useId();
  const choose = () => onChoose(part.id);
  return (
    // biome-ignore lint/a11y/useSemanticElements: there is no button element inside a drawing
    <g
      transform={`translate(${x} ${y})`}
      role="button"
      tabIndex={0}
      aria-labelledby={label}
      aria-pressed={chosen}
      className={styles.item}
      data-state={mark.state}
      data-part={part.id}
      data-way={onWay}
      onClick={choose}
      onKeyDown={onPress(choose)}
    >
      <title id={label}>{`${part.name}: ${markSays(mark)}${note ? `, read ${note}` : ""}`}</title>
      <rect x={-38} y={-22} width={94} height={72} className={styles.hit} />
      {onWay && <path d={`M${-HALF - 8} -14V14M${HALF + 8} -14V14M${-HALF - 8} 0H${HALF + 8}`} className={styles.way} />}
      <g className={styles.symbol}>
        <PartSymbol part={part} closed={closed} />
      </g>
      <MarkDrawn mark={mark} />
      <text y={isInQuestion(mark) ? 44 : 32} textAnchor="middle" className={styles.label}>
        {part.label}
        {note && <tspan className={styles.note}> {note}</tspan>}
      </text>
    </g>
  );
}

const FIELD_WIDTH = 52;
const isInQuestion = ({ state }: Mark): boolean => state === "suspect" || state === "bad";

/** Good has a tick, suspect a hatched field that grows with its share, bad a double stroke. */
function MarkDrawn({ mark }: { readonly mark: Mark }) {
  if (mark.state === "good")
    return (
      <g transform="translate(26 -14)" className={styles.tick}>
        <circle r="8" />
        <path d="M-3.5 0L-1 3L4 -3" />
      </g>
    );
  if (!isInQuestion(mark)) return null;
  const bad = mark.state === "bad";
  return (
    <>
      <rect
        x={-FIELD_WIDTH / 2 - 10}
        y={17}
        width={FIELD_WIDTH}
        height={5 + 9 * mark.share}
        className={bad ? styles.badField : styles.field}
      />
      {bad && <path d="M-6 -15L-1 15M1 -15L6 15" className={styles.double} />}
      <text x={FIELD_WIDTH / 2 - 6} y={27} className={styles.value}>
        {percent(mark.share)}
      </text>
    </>
  );
}
