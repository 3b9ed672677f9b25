import { useState } from "react";
import { sightFinding } from "../../../core/record/finding/kinds/sight";
import { Button } from "../../../ui/Button";
import worked from "../../../ui/Calculator.module.css";
import { useDispatch } from "../../store/context";
import styles from "./Burner.module.css";

/** One screen for when it smells of gas. */
export function GasSmell() {
  const dispatch = useDispatch();
  const [smells, setSmells] = useState(false);
  if (!smells)
    return (
      <div className={worked.buttons}>
        <Button onClick={() => setSmells(true)}>⚠ It smells of gas</Button>
      </div>
    );
  return (
    <section aria-label="It smells of gas" className={styles.gas}>
      <h2>It smells of gas: now</h2>
      <ol>
        <li>1. Gas cock shut.</li>
        <li>2. No switch, no plug, no bell, no flame.</li>
        <li>3. Windows and doors open.</li>
        <li>4. Everybody out.</li>
        <li>5. From outside: call the gas supplier. Nobody goes back in before they say so.</li>
      </ol>
      <div className={worked.buttons}>
        <Button
          look="main"
          onClick={() =>
            dispatch({
              do: "record",
              drafts: [
                { kind: "valve", body: { of: "gas", state: "shut" } },
                { kind: "finding", body: sightFinding("smell", "gas") },
              ],
            })
          }
        >
          It is shut: record it
        </Button>
        <Button onClick={() => setSmells(false)}>It does not smell</Button>
      </div>
    </section>
  );
}
