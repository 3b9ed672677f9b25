import { useState } from "react";
import { type Fastener, fastenerSchema } from "../../core/machine/cabinet";
import { Button } from "../../ui/Button";
import bench from "../benches/shared/Bench.module.css";
import styles from "./Hands.module.css";

interface Props {
  readonly title: string;
  readonly begin: readonly Fastener[];
  readonly onKeep: (fasteners: Fastener[]) => void;
  readonly onLeave: () => void;
}

const KINDS = fastenerSchema.shape.is.options;

/** What came out, where it is not as the file says: how many, which head, how long, how it is known. */
export function FastenerForm({ title, begin, onKeep, onLeave }: Props) {
  const [list, setList] = useState<readonly Fastener[]>(begin);
  const change = (at: number, by: Partial<Fastener>) => setList(list.map((f, i) => (i === at ? { ...f, ...by } : f)));
  return (
    <form
      className={styles.form}
      aria-label={title}
      onSubmit={(e) => {
        e.preventDefault();
        onKeep(list.map(tidy));
      }}
    >
      <h3>{title}</h3>
      {list.map((f, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: lines of a form, told apart by their place alone
        <fieldset key={i}>
          <span className={styles.count}>
            <Button aria-label={`One ${f.is} less`} disabled={f.count <= 1} onClick={() => change(i, { count: f.count - 1 })}>
              −
            </Button>
            <output>{f.count}</output>
            <Button aria-label={`One ${f.is} more`} disabled={f.count >= 60} onClick={() => change(i, { count: f.count + 1 })}>
              +
            </Button>
          </span>
          <label>
            Kind
            <select
              className={bench.field}
              value={f.is}
              onChange={(e) => change(i, { is: KINDS.find((k) => k === e.target.value) ?? f.is })}
            >
              {KINDS.map((k) => (
                <option key={k}>{k}</option>
              ))}
            </select>
          </label>
          <label>
            Head
            <input
              className={bench.field}
              value={f.head ?? ""}
              maxLength={40}
              placeholder="hex 8"
              onChange={(e) => change(i, { head: e.target.value })}
            />
          </label>
          <label>
            Length, mm
            <input
              className={bench.field}
              inputMode="decimal"
              value={f.lengthMm ?? ""}
              onChange={(e) => change(i, { lengthMm: lengthOf(e.target.value) })}
            />
          </label>
          <label>
            Known by
            <input
              className={bench.field}
              value={f.finish ?? ""}
              maxLength={60}
              placeholder="brass, washer"
              onChange={(e) => change(i, { finish: e.target.value })}
            />
          </label>
          <Button look="quiet" onClick={() => setList(list.filter((_, j) => j !== i))}>
            None of these
          </Button>
        </fieldset>
      ))}
      <div className={styles.row}>
        <Button onClick={() => setList([...list, { is: "screw", count: 1, stays: false }])}>Another kind</Button>
        <Button type="submit">Into the cup</Button>
        <Button look="quiet" onClick={onLeave}>
          Leave it
        </Button>
      </div>
    </form>
  );
}

const lengthOf = (text: string): number | undefined => {
  const value = Number(text.replace(",", "."));
  return text.trim() === "" || !(value > 0) || value > 400 ? undefined : value;
};

/** Without what was left empty. */
function tidy(f: Fastener): Fastener {
  const { head, lengthMm, thread, finish, where, ...rest } = f;
  return {
    ...rest,
    ...(head?.trim() && { head: head.trim() }),
    ...(lengthMm !== undefined && { lengthMm }),
    ...(thread?.trim() && { thread: thread.trim() }),
    ...(finish?.trim() && { finish: finish.trim() }),
    ...(where?.trim() && { where: where.trim() }),
  };
}
