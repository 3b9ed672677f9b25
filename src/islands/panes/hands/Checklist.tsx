import { useState } from "react";
import { Button } from "../../../ui/Button";
import styles from "../../../ui/Form.module.css";
import { WordsForm } from "../../../ui/WordsForm";
import { useDispatch, useJob } from "../../store/context";

interface ChecklistItem {
  readonly id: string;
  readonly says: string;
  /** Holds what it is about, over the line. */
  readonly about?: string;
  /** Where it is done, where that is on another bench. */
  readonly go?: { readonly says: string; readonly to: () => void };
}

interface Props {
  readonly list: string;
  readonly label: string;
  readonly items: readonly ChecklistItem[];
}

/** A list that is gone through: each line seen to, or not, and why. */
export function Checklist({ list, label, items }: Props) {
  return (
    <ol className={styles.checks} aria-label={label}>
      {items.map((item) => (
        <Line key={item.id} list={list} item={item} />
      ))}
    </ol>
  );
}

function Line({ list, item }: { readonly list: string; readonly item: ChecklistItem }) {
  const dispatch = useDispatch();
  const ticked = useJob((s) => s.job.ticks.find((t) => t.list === list && t.item === item.id));
  const [asking, setAsking] = useState(false);
  const record = (body: { readonly state: "done" | "not-done" | "open"; readonly why?: string }) => {
    setAsking(false);
    return dispatch({ do: "record", drafts: [{ kind: "tick", body: { list, item: item.id, says: item.says, ...body } }] });
  };
  const isDone = ticked?.state === "done";
  return (
    <li data-state={ticked?.state ?? "open"}>
      <span>
        {item.about && <small>{item.about}</small>}
        {item.says}
        {ticked?.why && <small>Not done: {ticked.why}</small>}
      </span>
      <span className={styles.row}>
        <Button
          aria-pressed={isDone}
          aria-label={`${item.says} ${isDone ? "done" : "mark done"}`}
          onClick={() => record({ state: isDone ? "open" : "done" })}
        >
          {isDone ? "✓ Done" : "Done"}
        </Button>
        {item.go && !ticked && <Button onClick={item.go.to}>{item.go.says}</Button>}
        {!ticked && !asking && (
          <Button look="quiet" aria-label={`${item.says} not done`} onClick={() => setAsking(true)}>
            Not…
          </Button>
        )}
      </span>
      {asking && (
        <WordsForm
          fields={{ why: { label: `Why not: ${item.says}`, bare: true, placeholder: "Why not?", most: 200 } }}
          button="Save"
          onKeep={({ why }) => record({ state: "not-done", why })}
        />
      )}
    </li>
  );
}
