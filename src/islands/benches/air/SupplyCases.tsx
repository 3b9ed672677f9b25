import { useEffect, useRef, useState } from "react";
import { outletPairs } from "../../../core/reason/diagnosis/supply-cases";
import { supplyDoes } from "../../../core/speech/words/bench/supply";
import { useCalculated } from "../../store/calculator";
import { useMachine } from "../../store/context";
import styles from "./Air.module.css";

/** Shows what a lost leg, swapped conductors, a poor joint or another supply would show at the outlet, cord out and in, and what this machine would do. */
export function SupplyCases() {
  const machine = useMachine();
  const [open, setOpen] = useState(false);
  const details = useRef<HTMLDetailsElement>(null);
  // It may have been opened before the page came alive.
  useEffect(() => setOpen(details.current?.open ?? false), []);
  const { answer: cases, trouble } = useCalculated(open ? machine.id : undefined, "supplyStates", machine);
  const pairs = outletPairs(machine);
  return (
    <details ref={details} className={styles.supply} onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary>What each supply fault shows, and what the machine does</summary>
      {!cases ? (
        <p role="status">{trouble ? `Can't calculate this here: ${trouble.message}.` : "Calculating…"}</p>
      ) : (
        <div className={styles.scroll}>
          <table>
            <thead>
              <tr>
                <th scope="col">Supply</th>
                {pairs.map((p) => (
                  <th key={p.says} scope="col">
                    {p.says}
                    <small>cord out / in</small>
                  </th>
                ))}
                <th scope="col">The machine</th>
              </tr>
            </thead>
            <tbody>
              {cases.map((c) => {
                const { name, does } = supplyDoes(machine, c);
                return (
                  <tr key={name}>
                    <th scope="row">{name}</th>
                    {pairs.map((p, i) => (
                      <td key={p.says}>
                        {voltsSay(c.out[i])}
                        {c.out[i] !== c.in[i] && <b> / {voltsSay(c.in[i])}</b>}
                      </td>
                    ))}
                    <td>{does}</td>
                  </tr>
                );
              })}
            </tbody>
          </table>
        </div>
      )}
    </details>
  );
}

const voltsSay = (v: number | null | undefined): string => (v === null || v === undefined ? "–" : `${v} V`);
