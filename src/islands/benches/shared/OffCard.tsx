import { maybePanelOf } from "../../../core/machine/format";
import { capital } from "../../../core/naming/text";
import { useJob, useMachine } from "../../job/store/context";
import styles from "./Bench.module.css";

/** What is off now, in the order in which it came off. */
export function OffCard() {
  const machine = useMachine();
  const off = useJob((s) => s.job.panelsOff);
  return (
    <section className={styles.card} aria-label="What is off">
      <h2>What is off</h2>
      {off.length === 0 && <p className={styles.quiet}>Nothing: the machine is closed.</p>}
      <ol className={styles.plain}>
        {off.map((id, i) => (
          <li key={id}>
            <b>
              {i + 1} {capital(maybePanelOf(machine, id)?.name ?? id)}
            </b>
            <span>{maybePanelOf(machine, id)?.held}</span>
          </li>
        ))}
      </ol>
    </section>
  );
}
