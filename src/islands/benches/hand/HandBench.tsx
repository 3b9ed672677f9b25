import { findingSays } from "../../../core/finding/finding";
import { hypothesisSays } from "../../../core/language/diagnosis";
import { entrySays } from "../../../core/language/entries";
import { fittedSays } from "../../../core/naming/names";
import { percent } from "../../../core/naming/text";
import { useJob, useMachine } from "../../job/store/context";
import styles from "../shared/Bench.module.css";

/** What is left to say: what was noticed, found, measured, done and proven. */
export function HandBench() {
  const closed = useJob((s) => s.job.closed);
  return (
    <>
      <header className={styles.head}>
        <h2>Hand over</h2>
        <p>{closed ? "The job is closed." : "From the record, as the customer is told."}</p>
      </header>
      <dl className={styles.facts}>
        <Noticed />
        <Found />
        <Measured />
        <Done />
        <Proven />
      </dl>
    </>
  );
}

function Noticed() {
  const words = useJob((s) => s.job.complaint?.words);
  return <Fact name="Noticed">{words === undefined ? "not recorded" : `“${words}”`}</Fact>;
}

function Found() {
  const machine = useMachine();
  const leader = useJob((s) => s.diagnosis.standing?.suspects[0]);
  return <Fact name="Found">{leader ? `${hypothesisSays(machine, leader.hypothesis)}, ${percent(leader.probability)}` : "…"}</Fact>;
}

function Measured() {
  const machine = useMachine();
  const evidence = useJob((s) => s.job.evidence);
  const readings = evidence.filter((e) => e.source === "technician" && e.finding.result.is !== "answer");
  return (
    <Fact name="Measured">
      {readings.length === 0 ? (
        "nothing"
      ) : (
        <ul>
          {readings.map((e) => (
            <li key={e.entry}>{findingSays(e.finding, machine)}</li>
          ))}
        </ul>
      )}
    </Fact>
  );
}

function Done() {
  const machine = useMachine();
  const fitted = useJob((s) => s.job.fitted);
  return (
    <Fact name="Done">
      {fitted.length === 0 ? (
        "nothing yet"
      ) : (
        <ul>
          {fitted.map((f) => (
            <li key={f.entry}>{fittedSays(machine, f.assembly, f.action === "replaced")}</li>
          ))}
        </ul>
      )}
    </Fact>
  );
}

function Proven() {
  const proof = useJob((s) => s.job.proof);
  const machine = useMachine();
  return <Fact name="Proven">{proof ? entrySays(machine, { kind: "proof", body: proof }).replace(/^Proof run: /, "") : "not yet"}</Fact>;
}

function Fact({ name, children }: { readonly name: string; readonly children: React.ReactNode }) {
  return (
    <>
      <dt>{name}</dt>
      <dd>{children}</dd>
    </>
  );
}
