import { useState } from "react";
import { Button } from "../../ui/Button";
import bench from "../benches/shared/Bench.module.css";

interface FieldProps {
  readonly label: string;
  readonly more?: string;
  readonly button: string;
  readonly numeric?: boolean;
  readonly onKeep: (text: string, more: string) => unknown;
}

/** A field that is kept at a touch, with a second one where more may be said. */
export function OneField({ label, more, button, numeric = false, onKeep }: FieldProps) {
  const [text, setText] = useState("");
  const [note, setNote] = useState("");
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        if (text.trim() !== "") onKeep(text.trim(), note.trim());
      }}
    >
      <fieldset>
        <label>
          {label}
          <input
            className={bench.field}
            inputMode={numeric ? "decimal" : "text"}
            maxLength={80}
            value={text}
            onChange={(e) => setText(e.target.value)}
          />
        </label>
        {more && (
          <label>
            {more}
            <input className={bench.field} maxLength={200} value={note} onChange={(e) => setNote(e.target.value)} />
          </label>
        )}
        <Button type="submit" disabled={text.trim() === ""}>
          {button}
        </Button>
      </fieldset>
    </form>
  );
}
