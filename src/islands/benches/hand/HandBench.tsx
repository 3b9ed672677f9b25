import { useState } from "react";
import { conclusionFrom, reportOf } from "../../../core/language/report";
import { Button } from "../../../ui/Button";
import { WordsForm } from "../../hands/WordsForm";
import { useDispatch, useJob, useMachine } from "../../job/store/context";
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
      <Conclusion />
      <HandOver />
    </>
  );
}

/** What it was: proposed from the record, corrected, kept. */
function Conclusion() {
  const machine = useMachine();
  const dispatch = useDispatch();
  const job = useJob((s) => s.job);
  const leader = useJob((s) => s.diagnosis.standing?.suspects[0]);
  const [asking, setAsking] = useState(false);
  if (job.fitted.length === 0) return null;
  if (!asking)
    return (
      <Button look="quiet" onClick={() => setAsking(true)}>
        {job.conclusion ? "Say it otherwise" : "Say what it was"}
      </Button>
    );
  const proposed = { ...conclusionFrom(machine, job, leader), ...job.conclusion };
  return (
    <section aria-label="What it was">
      <WordsForm
        fields={{
          wrong: { label: "What was wrong", most: 300, first: proposed.wrong },
          cause: { label: "What caused it", most: 300, optional: true, first: proposed.cause ?? "" },
          proved: { label: "What proved it", most: 600, optional: true, first: proposed.proved ?? "" },
        }}
        button="Keep"
        onLeave={() => setAsking(false)}
        onKeep={({ wrong, cause, proved }) => {
          setAsking(false);
          return dispatch({
            do: "record",
            drafts: [{ kind: "conclusion", body: { wrong, ...(cause && { cause }), ...(proved && { proved }) } }],
          });
        }}
      />
    </section>
  );
}

/** Who takes it over, once it is closed. */
function HandOver() {
  const dispatch = useDispatch();
  const closed = useJob((s) => s.job.closed);
  const handed = useJob((s) => s.job.handedOver);
  const customer = useJob((s) => s.job.opened?.customer ?? "");
  if (!closed || handed) return null;
  return (
    <section aria-label="Handing over">
      <WordsForm
        fields={{ to: { label: "Handed over to, by the name that is signed", most: 120, first: customer } }}
        button="It is handed over"
        onKeep={({ to }) => dispatch({ do: "record", drafts: [{ kind: "handed-over", body: { to } }] })}
      />
    </section>
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
