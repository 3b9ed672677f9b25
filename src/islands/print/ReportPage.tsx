import { reportOf } from "../../core/language/report";
import { useJob, useMachine } from "../job/store/context";
import { Printed } from "./Printed";
import styles from "./Printed.module.css";

/** The report on paper: from the record, in the words of the hand-over, with a line to sign. */
export function ReportPage() {
  const machine = useMachine();
  const job = useJob((s) => s.job);
  const number = useJob((s) => s.number);
  const leader = useJob((s) => s.diagnosis.standing?.suspects[0]);
  return (
    <Printed says="Print the report">
      {() => (
        <>
          <h1>Report on a repair</h1>
          <p>
            Job {number ?? ""} · {machine.maker} {machine.model}
            {job.serial ? ` · serial ${job.serial}` : ""}
          </p>
          <p>
            {job.opened?.customer ?? ""} · {job.opened?.place ?? ""}
          </p>
          {reportOf(machine, job, leader).map(({ name, lines, warns }) => (
            <section key={name}>
              <h2>{name}</h2>
              <ul>
                {lines.map((l, i) => (
                  // biome-ignore lint/suspicious/noArrayIndexKey: two readings may be alike
                  <li key={`${i} ${l}`}>
                    {warns ? "⚠ " : ""}
                    {l}
                  </li>
                ))}
              </ul>
            </section>
          ))}
          <p>The maker’s sheet, local codes and licensed practice come before this report.</p>
          <p className={styles.signed}>Customer</p>
          <p className={styles.signed}>Technician</p>
        </>
      )}
    </Printed>
  );
}
