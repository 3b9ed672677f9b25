import { item } from "../../../core/model/array/at";
import type { LaidLine } from "./layout";
import { NO_MARK } from "./mark";
import type { SheetProps } from "./props";
import styles from "./Sheet.module.css";
import { HALF } from "./symbols";

/** Gives how far the wires of a part that lies beside another reach out to it: never past the test points. */
const reachOf = (pitch: number): number => Math.min(48, pitch / 2 - 7);

/** The wire of a line, in the gaps that the symbols leave; green as far as its neighbours are proven. */
export function Wires({ line, marks }: { readonly line: LaidLine; readonly marks: SheetProps["marks"] }) {
  return (
    <>
      {spansOf(line, marks).map((s) => (
        <path key={s.from} d={`M${s.from} ${line.y}H${s.to}`} className={styles.wire} data-good={s.good} />
      ))}
      {line.items
        .filter((i) => i.below)
        .map((i) => (
          <path
            key={i.part.id}
            d={`M${i.x - HALF} ${i.y}H${i.x - reachOf(line.pitch)}V${line.y}M${i.x + HALF} ${i.y}H${i.x + reachOf(line.pitch)}V${line.y}`}
            className={styles.wire}
          />
        ))}
    </>
  );
}

function spansOf(line: LaidLine, marks: SheetProps["marks"]): { from: number; to: number; good: boolean }[] {
  const top = line.items.filter((i) => !i.below);
  const isGood = (k: number) => {
    const neighbour = top[k];
    return !neighbour || (marks[neighbour.part.id] ?? NO_MARK).state === "good";
  };
  const starts = [line.x1, ...top.map((i) => i.x + HALF)];
  const ends = [...top.map((i) => i.x - HALF), line.x2];
  return starts.map((from, k) => ({ from, to: item(ends, k), good: isGood(k - 1) && isGood(k) }));
}
