import { useId } from "react";
import { percent } from "../../../core/model/naming/text";
import type { Mark } from "../../../core/reason/diagnosis/marks";
import type { LaidItem } from "./layout";
import { isInQuestion, markSays } from "./mark";
import { onPress } from "./press";
import styles from "./Sheet.module.css";
import { HALF, PartSymbol } from "./symbols";

interface Props {
  readonly item: LaidItem;
  readonly mark: Mark;
  readonly closed: boolean;
  /** Holds what was last read across it, or that it is new. */
  readonly note: string | undefined;
  /** It has a reading or a look of its own. */
  readonly measured: boolean;
  readonly chosen: boolean;
  /** The current of the reading that is shown passed it. */
  readonly onWay: boolean;
  readonly onChoose: (part: string) => void;
}

const LABEL_Y = 53;
const NOTE_Y = 71;

export function PartOnSheet({ item, mark, closed, note, measured, chosen, onWay, onChoose }: Props) {
  const { part, x, y } = item;
  const label = useId();
  const choose = () => onChoose(part.id);
  const doubted = isInQuestion(mark);
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
      <title id={label}>{`${part.name}: ${markSays(mark, measured)}${note ? `, ${note === "new" ? note : `read ${note}`}` : ""}`}</title>
      <rect x={-45} y={-22} width={90} height={80} className={styles.hit} />
      {onWay && <path d={`M${-HALF - 8} -14V14M${HALF + 8} -14V14M${-HALF - 8} 0H${HALF + 8}`} className={styles.way} />}
      <g className={styles.symbol} data-box="symbol">
        <PartSymbol part={part} closed={closed} />
      </g>
      {mark.state === "bad" && <path d="M-6 -15L-1 15M1 -15L6 15" className={styles.double} />}
      {doubted ? <Share mark={mark} /> : <Good good={mark.state === "good"} measured={measured} note={note} />}
      <text y={LABEL_Y} textAnchor="middle" className={styles.label} data-box="label">
        {part.label}
      </text>
      {doubted && note && (
        <text y={NOTE_Y} textAnchor="middle" className={styles.note} data-box="note">
          {note}
        </text>
      )}
    </g>
  );
}

/** Suspect: a hatched field that grows with its share; bad: a full one. A large share is written large. */
function Share({ mark: { state, share } }: { readonly mark: Mark }) {
  const [width, height] = [10 + 28 * share, 6 + 12 * share];
  return (
    <>
      <rect
        x={-3 - width}
        y={27 - height / 2}
        width={width}
        height={height}
        className={state === "bad" ? styles.badField : styles.field}
        data-box="mark"
      />
      <text x={2} y={share >= LARGE ? 32 : 31} className={styles.value} data-large={share >= LARGE} data-box="value">
        {percent(share)}
      </text>
    </>
  );
}
const LARGE = 0.3;

/** Good: a full tick where it was measured, an open one where it follows from what was seen. The reading stands beside it. */
function Good({ good, measured, note }: { readonly good: boolean; readonly measured: boolean; readonly note: string | undefined }) {
  const width = note ? note.length * 7.6 : 0;
  const start = -(width + (good ? 20 : 0)) / 2;
  return (
    <>
      {good && (
        <g transform={`translate(${note ? start + 7 : 0} 27)`} className={styles.tick} data-measured={measured} data-box="tick">
          <circle r="7" />
          <path d="M-3.2 0L-1 2.7L3.6 -3.4" />
        </g>
      )}
      {note && (
        <text x={start + (good ? 18 : 0)} y={32} className={styles.note} data-box="note">
          {note}
        </text>
      )}
    </>
  );
}
