import { capital } from "../../../core/model/naming/text";
import { blockerSays } from "../../../core/speech/words/card/blockers";
import styles from "../../../ui/Bench.module.css";
import { useJob, useMachine } from "../../store/context";

/** All that keeps the job from being closed. */
export function ClosingCard() {
  const machine = useMachine();
  const blockers = useJob((s) => s.job.blockers);
  const closed = useJob((s) => s.job.closed);
  const left = useJob((s) => s.job.declined.findLast((d) => d.ends));
  if (closed && left)
    return (
      <section className={styles.card} aria-label="What keeps it from closing">
        <h2>Declined</h2>
        <p className={left.unsafe || left.marked ? styles.caution : styles.quiet}>
          {left.unsafe || left.marked ? "⚠ Tagged DO NOT USE. Power and gas off." : "Left as it was."}
        </p>
      </section>
    );
  return (
    <section className={styles.card} aria-label="What keeps it from closing">
      <h2>{closed ? "Closed" : "Before it can be closed"}</h2>
      {blockers.length === 0 && <p className={styles.good}>✓ Nothing left open.</p>}
      <ol className={styles.plain}>
        {blockers.map((blocker) => {
          const { says, todo } = blockerSays(machine, blocker);
          return (
            <li key={says}>
              <b>{capital(says)}</b>
              <span>{todo}</span>
            </li>
          );
        })}
      </ol>
    </section>
  );
}
