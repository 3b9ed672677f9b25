import { useState } from "react";
import type { Fastener } from "../../../core/model/machine/cabinet";
import bench from "../../../ui/Bench.module.css";
import { Button } from "../../../ui/Button";
import styles from "../../../ui/Form.module.css";
import { ANOTHER, FASTENER_KINDS, type FastenerFields, fastenersFrom, fieldsOf, MOST_FASTENERS } from "./fastener-fields";

interface Props {
  readonly title: string;
  readonly begin: readonly Fastener[];
  readonly onKeep: (fasteners: Fastener[]) => void;
  readonly onLeave: () => void;
}

/** Shows what came out, where it is not as the file says: how many, which head, how long, how it is known. */
export function FastenerForm({ title, begin, onKeep, onLeave }: Props) {
  const [list, setList] = useState<readonly FastenerFields[]>(() => begin.map(fieldsOf));
  const [amiss, setAmiss] = useState<string | undefined>();
  const keep = () => {
    const read = fastenersFrom(list);
    if (read.ok) onKeep(read.fasteners);
    else setAmiss(read.amiss);
  };
  return (
    <form
      className={styles.form}
      aria-label={title}
      onSubmit={(e) => {
        e.preventDefault();
        keep();
      }}
    >
      <h3>{title}</h3>
      {list.map((f, i) => (
        <Line
          // biome-ignore lint/suspicious/noArrayIndexKey: lines of a form, told apart by their place alone
          key={i}
          fields={f}
          onChange={(by) => setList(list.map((g, j) => (j === i ? { ...g, ...by } : g)))}
          onRemove={() => setList(list.filter((_, j) => j !== i))}
        />
      ))}
      {amiss && <em role="alert">{amiss}</em>}
      <div className={styles.row}>
        <Button onClick={() => setList([...list, ANOTHER])}>Another kind</Button>
        <Button type="submit">Save to cup</Button>
        <Button look="quiet" onClick={onLeave}>
          Cancel
        </Button>
      </div>
    </form>
  );
}

interface LineProps {
  readonly fields: FastenerFields;
  readonly onChange: (by: Partial<FastenerFields>) => void;
  readonly onRemove: () => void;
}

const TYPED: readonly { readonly field: "head" | "lengthMm" | "finish"; readonly label: string; readonly such: string }[] = [
  { field: "head", label: "Head", such: "hex 8" },
  { field: "lengthMm", label: "Length, mm", such: "16" },
  { field: "finish", label: "Known by", such: "brass, washer" },
];

/** Fasteners of one kind. */
function Line({ fields, onChange, onRemove }: LineProps) {
  const { is, count } = fields;
  return (
    <fieldset>
      <span className={styles.count}>
        <Button aria-label={`One ${is} less`} disabled={count <= 1} onClick={() => onChange({ count: count - 1 })}>
          −
        </Button>
        <output>{count}</output>
        <Button aria-label={`One ${is} more`} disabled={count >= MOST_FASTENERS} onClick={() => onChange({ count: count + 1 })}>
          +
        </Button>
      </span>
      <label>
        Kind
        <select
          className={bench.field}
          value={is}
          onChange={(e) => onChange({ is: FASTENER_KINDS.find((k) => k === e.target.value) ?? is })}
        >
          {FASTENER_KINDS.map((k) => (
            <option key={k}>{k}</option>
          ))}
        </select>
      </label>
      {TYPED.map(({ field, label, such }) => (
        <label key={field}>
          {label}
          <input
            className={bench.field}
            inputMode={field === "lengthMm" ? "decimal" : "text"}
            maxLength={40}
            placeholder={such}
            value={fields[field]}
            onChange={(e) => onChange({ [field]: e.target.value })}
          />
        </label>
      ))}
      <Button look="quiet" onClick={onRemove}>
        None of these
      </Button>
    </fieldset>
  );
}
