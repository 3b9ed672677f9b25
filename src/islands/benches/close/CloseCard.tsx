import { BY_HAND, handChecks } from "../../../core/record/job/closing/by-hand";
import styles from "../../../ui/Bench.module.css";
import { Checklist } from "../../panes/hands/Checklist";
import { ClosingCard } from "../../panes/questions/ClosingCard";
import { useJob, useMachine } from "../../store/context";

/** Shows what hands look at before it is shut; then what keeps it from closing. */
export function CloseCard() {
  const machine = useMachine();
  const wasOff = useJob((s) => s.job.wasOff);
  const fitted = useJob((s) => s.job.fitted);
  const touched = useJob((s) => s.job.touched);
  const checks = handChecks(machine, { wasOff, fitted, touched });
  if (checks.length === 0) return <ClosingCard />;
  return (
    <div className={styles.stacked}>
      <section className={styles.card} aria-label="Hand checks before you close it up">
        <h2>Hand checks before you close it up</h2>
        <Checklist list={BY_HAND} label="By hand" items={checks} />
      </section>
      <ClosingCard />
    </div>
  );
}
