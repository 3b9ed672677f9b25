import { reportOf } from "../../../core/language/report";
import { useJob, useMachine } from "../../job/store/context";
import { ReportPage } from "../../print/ReportPage";
import styles from "../shared/Bench.module.css";

/** What is left to say: what was noticed, found, measured, done and proven; and the same on paper. */
export function HandBench() {
  const machine = useMachine();
  const job = useJob((s) => s.job);
  const leader = useJob((s) => s.diagnosis.standing?.suspects[0]);
  return (
    <>
      <header className={styles.head}>
        <h2>Hand over</h2>
        <p>{job.closed ? "The job is closed." : "From the record, as the customer is told."}</p>
        <ReportPage />
      </header>
      <dl className={styles.facts}>
        {reportOf(machine, job, leader).map(({ name, lines, warns }) => (
          <Fact key={name} name={name} lines={lines.map((l) => (warns ? `⚠ ${l}` : l))} />
        ))}
      </dl>
    </>
  );
}

function Fact({ name, lines }: { readonly name: string; readonly lines: readonly string[] }) {
  return (
    <>
      <dt>{name}</dt>
      <dd>
        {lines.length === 1 ? (
          lines[0]
        ) : (
          <ul>
            {lines.map((l, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: two readings may be alike
              <li key={`${i} ${l}`}>{l}</li>
            ))}
          </ul>
        )}
      </dd>
    </>
  );
}
