import { useState } from "react";
import { sightFinding } from "../../../core/record/finding/kinds/sight";
import type { Draft } from "../../../core/record/job/kinds/index";
import { GAS_SMELL_STEPS } from "../../../core/speech/words/bench/gas-smell";
import { Button } from "../../../ui/Button";
import worked from "../../../ui/Calculator.module.css";
import { useDispatch } from "../../store/context";
import styles from "./Burner.module.css";

/** One screen for when it smells of gas. */
export function GasSmell() {
  const dispatch = useDispatch();
  const [smells, setSmells] = useState(false);
  const record = (...drafts: Draft[]) => dispatch({ do: "record", drafts });
  if (!smells)
    return (
      <div className={worked.buttons}>
        <Button onClick={() => setSmells(true)}>⚠ Smell of gas</Button>
      </div>
    );
  return (
    <section aria-label="Smell of gas" className={styles.gas}>
      <h2>Smell of gas: do this now</h2>
      <ol>
        {GAS_SMELL_STEPS.map((step, i) => (
          <li key={step}>
            {i + 1}. {step}
          </li>
        ))}
      </ol>
      <div className={worked.buttons}>
        <Button look="main" onClick={() => record({ kind: "finding", body: sightFinding("smell", "gas") })}>
          Record gas smell
        </Button>
        <Button
          onClick={() =>
            record({ kind: "valve", body: { of: "gas", state: "shut" } }, { kind: "finding", body: sightFinding("smell", "gas") })
          }
        >
          Record gas smell, gas off
        </Button>
        <Button onClick={() => setSmells(false)}>Cancel: no smell</Button>
      </div>
    </section>
  );
}
