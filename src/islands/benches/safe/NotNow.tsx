import { useMemo } from "react";
import { notNow } from "../../../core/reason/planning/tests/offered";
import { FORBIDS } from "../../../core/speech/words/bench/energies";
import { testTitle } from "../../../core/speech/words/card/proposals";
import bench from "../../../ui/Bench.module.css";
import styles from "../../panes/energy/Energy.module.css";
import { useJob, useMachine } from "../../store/context";

/** The tests that the state of the machine forbids, by what would allow them. */
export function NotNow() {
  const machine = useMachine();
  const job = useJob((s) => s.job);
  const groups = useMemo(() => notNow(machine, job), [machine, job]);
  if (groups.length === 0) return null;
  return (
    <section className={styles.notNow} aria-label="Not available now">
      <h3>Not available now</h3>
      {groups.map(({ why, tests }) => (
        <details key={why}>
          <summary>
            <b>
              {tests.length} {tests.length === 1 ? "test" : "tests"} that {FORBIDS[why].why}.
            </b>{" "}
            {FORBIDS[why].allowedBy}
          </summary>
          <p className={bench.quiet}>{tests.map((t) => testTitle(machine, t)).join(" · ")}</p>
        </details>
      ))}
    </section>
  );
}
