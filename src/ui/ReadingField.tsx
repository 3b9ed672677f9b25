import { useId, useState } from "react";
import { parseQuantity } from "../core/model/quantity/parse";
import { UNIT_SYMBOL, type Unit } from "../core/model/quantity/quantity";
import bench from "./Bench.module.css";
import { Button } from "./Button";
import styles from "./ReadingField.module.css";

interface Props {
  /** Holds what is read, for who does not see where the field stands. */
  readonly label: string;
  readonly unit: Unit;
  /** In the unit; Infinity for OL. */
  readonly onKeep: (value: number) => void;
  readonly onLeave?: () => void;
  /** It is there without being asked for: it does not take the keyboard, and keeping is the thing to do. */
  readonly standing?: boolean;
}

/** Holds what a bare number is meant in, where nobody writes the unit itself: microfarads. */
const BARE: Partial<Record<Unit, string>> = { farad: "µF" };

/** A number from a meter, as people write it, with OL by a touch where that can be read. What can't be read is said and stays. */
export function ReadingField({ label, unit, onKeep, onLeave, standing = false }: Props) {
  const [text, setText] = useState("");
  const [amiss, setAmiss] = useState<string | undefined>();
  const message = useId();
  const keep = () => {
    const bare = BARE[unit];
    const read = parseQuantity(bare && /^[\d.,]+$/.test(text.trim()) ? `${text} ${bare}` : text, unit);
    if (!read.ok) return setAmiss(read.message);
    if (read.quantity.unit !== unit) return setAmiss(`“${text}” is in ${UNIT_SYMBOL[read.quantity.unit]}; expected ${UNIT_SYMBOL[unit]}`);
    onKeep(read.quantity.value);
  };
  return (
    <form
      className={styles.reading}
      onSubmit={(e) => {
        e.preventDefault();
        keep();
      }}
    >
      <input
        className={bench.field}
        aria-label={`${label}, ${BARE[unit] ?? UNIT_SYMBOL[unit]}`}
        aria-describedby={amiss ? message : undefined}
        aria-invalid={amiss !== undefined}
        inputMode="decimal"
        autoComplete="off"
        // It was asked for by a touch on its own place.
        // biome-ignore lint/a11y/noAutofocus: the field replaces the button that was pressed
        autoFocus={!standing}
        value={text}
        placeholder={BARE[unit] ?? UNIT_SYMBOL[unit]}
        onChange={(e) => {
          setText(e.target.value);
          setAmiss(undefined);
        }}
        onKeyDown={(e) => e.key === "Escape" && onLeave?.()}
      />
      {unit === "ohm" && <Button onClick={() => onKeep(Infinity)}>OL</Button>}
      <Button look={standing ? "main" : "plain"} type="submit" disabled={text.trim() === ""}>
        Save
      </Button>
      {amiss && (
        <em id={message} role="alert">
          {amiss}
        </em>
      )}
    </form>
  );
}
