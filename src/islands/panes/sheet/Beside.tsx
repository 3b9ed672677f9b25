import { maybePartOf } from "../../../core/model/machine/format";
import { percent } from "../../../core/model/naming/text";
import type { Mark } from "../../../core/reason/diagnosis/marks";
import { Press } from "../../../ui/Press";
import { NO_MARK } from "./mark";
import type { SheetProps } from "./props";
import styles from "./Sheet.module.css";

/** Parts without wires: the vent, the belt, the setting. */
export function Beside({ machine, marks, chosen, onPart }: Pick<SheetProps, "machine" | "marks" | "chosen" | "onPart">) {
  return (
    <ul className={styles.beside}>
      {machine.sheet.beside
        .flatMap((id) => maybePartOf(machine, id) ?? [])
        .filter((part) => part.faults.length > 0)
        .map((part) => {
          const mark = marks[part.id] ?? NO_MARK;
          return (
            <li key={part.id}>
              <Press data-state={mark.state} aria-pressed={chosen === part.id} title={part.name} onClick={() => onPart(part.id)}>
                {part.label}
                <MarkWord mark={mark} />
              </Press>
            </li>
          );
        })}
    </ul>
  );
}

function MarkWord({ mark }: { readonly mark: Mark }) {
  switch (mark.state) {
    case "good":
      return <b>✓</b>;
    case "suspect":
      return <b>{percent(mark.share)}</b>;
    case "bad":
      return <b>✕ {percent(mark.share)}</b>;
    case "unknown":
      return null;
  }
}
