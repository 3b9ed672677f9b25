import { useId, useState } from "react";
import bench from "./Bench.module.css";
import { Button } from "./Button";
import styles from "./Form.module.css";

interface Field {
  readonly label: string;
  readonly placeholder?: string;
  /** Its label is heard, not seen. */
  readonly bare?: boolean;
  readonly most?: number;
  readonly numeric?: boolean;
  /** It may be left empty. */
  readonly optional?: boolean;
  /** Holds what stands there at first. */
  readonly first?: string;
}

interface Props<N extends string> {
  readonly fields: Readonly<Record<N, Field>>;
  readonly button: string;
  /** Gives what is wrong with what was typed; `undefined`: nothing. */
  readonly amiss?: (typed: Readonly<Record<N, string>>) => string | undefined;
  readonly onKeep: (typed: Readonly<Record<N, string>>) => unknown;
  readonly onLeave?: () => void;
  /** Keeping it is the thing to do. */
  readonly main?: boolean;
}

const MOST = 80;

/** A few words that are kept at a touch: only when all that is wanted stands there; what is wrong is said and stays. */
export function WordsForm<N extends string>({ fields, button, amiss, onKeep, onLeave, main = false }: Props<N>) {
  const names = Object.keys(fields) as N[];
  const [texts, setTexts] = useState<Partial<Record<N, string>>>({});
  const [wrong, setWrong] = useState<string | undefined>();
  const message = useId();
  const textOf = (n: N): string => texts[n] ?? fields[n].first ?? "";
  const typed = Object.fromEntries(names.map((n) => [n, textOf(n).trim()])) as Record<N, string>;
  const ready = names.every((n) => fields[n].optional || typed[n] !== "");
  const keep = () => {
    const why = amiss?.(typed);
    setWrong(why);
    if (why !== undefined) return;
    setTexts({});
    onKeep(typed);
  };
  return (
    <form
      className={styles.words}
      onSubmit={(e) => {
        e.preventDefault();
        if (ready) keep();
      }}
    >
      {names.map((n) => (
        <label key={n}>
          <span className={fields[n].bare ? "hidden" : ""}>{fields[n].label}</span>
          <input
            className={bench.field}
            inputMode={fields[n].numeric ? "decimal" : "text"}
            maxLength={fields[n].most ?? MOST}
            placeholder={fields[n].placeholder}
            aria-invalid={wrong !== undefined}
            aria-describedby={wrong === undefined ? undefined : message}
            value={textOf(n)}
            onChange={(e) => setTexts({ ...texts, [n]: e.target.value })}
          />
        </label>
      ))}
      <Button look={main ? "main" : "plain"} type="submit" disabled={!ready}>
        {button}
      </Button>
      {onLeave && (
        <Button look="quiet" onClick={onLeave}>
          Cancel
        </Button>
      )}
      {wrong !== undefined && (
        <em id={message} role="alert">
          {wrong}
        </em>
      )}
    </form>
  );
}
