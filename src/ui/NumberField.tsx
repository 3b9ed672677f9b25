import { useId, useState } from "react";
import { decimalIn } from "../core/model/quantity/decimal";
import { type Range, refusedIn } from "../core/model/quantity/range";
import { shownRange } from "../core/model/quantity/shown";
import bench from "./Bench.module.css";
import styles from "./Calculator.module.css";

interface Props {
  readonly label: string;
  readonly range: Range;
  /** In the range's unit, which may be shown in another; `undefined`: not known. */
  readonly value: number | undefined;
  /** Called with what can be, and with `undefined` when it is emptied; never with what can't. */
  readonly onChange: (value: number | undefined) => void;
  /** It is worked out from the others, and not typed. */
  readonly worked?: boolean;
  readonly digits?: number;
}

/** A number with its unit; what can't be is refused here, with why, and stays as it was typed. */
export function NumberField({ label, range: kept, value, onChange, worked = false, digits = 3 }: Props) {
  const { range, show, keep } = shownRange(kept);
  const [text, setText] = useState<string | undefined>();
  const [id, message] = [useId(), useId()];
  const shown = text ?? (value === undefined ? "" : String(Number(show(value).toPrecision(digits + 1))));
  const typed = text === undefined || text.trim() === "" ? undefined : decimalIn(text);
  const amiss = typed === undefined ? undefined : refusedIn(range, typed);
  const type = (next: string) => {
    setText(next);
    if (next.trim() === "") return onChange(undefined);
    const number = decimalIn(next);
    if (refusedIn(range, number) === undefined) onChange(keep(number));
  };
  return (
    <div className={styles.field} data-worked={worked}>
      <label htmlFor={id}>
        {label}
        {worked && <em> calculated</em>}
      </label>
      <span className={styles.entry}>
        <input
          id={id}
          className={bench.field}
          inputMode="decimal"
          autoComplete="off"
          value={shown}
          aria-invalid={amiss !== undefined}
          aria-describedby={amiss ? message : undefined}
          onChange={(e) => type(e.target.value)}
          onBlur={() => amiss === undefined && setText(undefined)}
        />
        {range.unit && <i>{range.unit}</i>}
      </span>
      {amiss && (
        <strong id={message} role="alert">
          {amiss}
        </strong>
      )}
    </div>
  );
}
