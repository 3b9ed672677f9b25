import { entrySays } from "../../../core/language/entries";
import { useJob, useMachine } from "../../job/store/context";
import styles from "../shared/Bench.module.css";
import { ProofForm } from "./ProofForm";

/** The run that proves the repair. */
export function ProveBench() {
  const machine = useMachine();
  const proof = useJob((s) => s.job.proof);
  const power = useJob((s) => s.job.safety.power);
  return (
    <>
      <header className={styles.head}>
        <h2>The proof run</h2>
        <p>{proof ? entrySays(machine, { kind: "proof", body: proof }) : "Start it on heat, stay with it, answer what you saw."}</p>
      </header>
      {power !== "live" && (
        <p className={styles.caution}>⚠ The machine is not recorded as on: close it up, power on, record “energised”. Then prove it.</p>
      )}
      <ProofForm />
    </>
  );
}
