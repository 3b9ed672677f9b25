import { useId, useState } from "react";
import { decimalIn } from "../../../../core/model/quantity/decimal";
import { fahrenheitToCelsius } from "../../../../core/model/quantity/quantity";
import bench from "../../../../ui/Bench.module.css";
import { Button } from "../../../../ui/Button";
import styles from "./Log.module.css";

const EVERY_S = 30;
const [LEAST, MOST] = [-20, 390];

/** Temperatures of the exhaust read off by hand, one each half minute, as a record like any other. */
export function TypedLog({ onLog }: { readonly onLog: (name: string, blob: Blob) => void }) {
  const [text, setText] = useState("");
  const id = useId();
  const words = text.split(/[\s;]+/).filter((w) => w !== "");
  const bad = words.find((w) => {
    const value = decimalIn(w);
    return !(value >= LEAST && value <= MOST);
  });
  const keep = () => {
    const rows = words.map((w, i) => `${i * EVERY_S},${fahrenheitToCelsius(decimalIn(w)).toFixed(2)}`);
    onLog("Typed each half minute, exhaust", new Blob([["time (s),exhaust (°C)", ...rows].join("\n")], { type: "text/csv" }));
  };
  return (
    <details className={styles.typed}>
      <summary>Type the exhaust’s temperature each half minute</summary>
      <label htmlFor={id}>°F, one after the other, with blanks between</label>
      <textarea id={id} className={bench.field} rows={3} inputMode="decimal" value={text} onChange={(e) => setText(e.target.value)} />
      {bad !== undefined && (
        <p role="alert">
          “{bad}” is no temperature of an exhaust; expected {LEAST} to {MOST} °F.
        </p>
      )}
      <Button disabled={words.length < 12 || bad !== undefined} onClick={keep}>
        Analyze
      </Button>
      {words.length < 12 && <p className={bench.quiet}>{words.length} of 12 at least.</p>}
    </details>
  );
}
