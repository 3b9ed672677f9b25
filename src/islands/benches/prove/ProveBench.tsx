import { afterChecks, BY_HAND, handChecks } from "../../../core/record/job/closing/by-hand";
import { entrySays } from "../../../core/speech/words/entries";
import styles from "../../../ui/Bench.module.css";
import { Button } from "../../../ui/Button";
import hands from "../../../ui/Form.module.css";
import { Checklist } from "../../panes/hands/Checklist";
import { useDispatch, useJob, useMachine } from "../../store/context";
import { ProofForm } from "./ProofForm";

/** The run that proves the repair. */
export function ProveBench() {
  const machine = useMachine();
  const proof = useJob((s) => s.job.proof);
  const power = useJob((s) => s.job.safety.power);
  return (
    <>
      <header className={styles.head}>
        <h2>Test run</h2>
        <p>{proof ? entrySays(machine, { kind: "proof", body: proof }) : "Start it on heat. Stay with it. Answer what you see."}</p>
      </header>
      {power !== "live" && (
        <p className={styles.caution}>⚠ Power isn't on record. Reassemble it, plug it in, record power on, then run it.</p>
      )}
      <ByHand />
      <ProofForm />
      <Afterwards />
    </>
  );
}

/** Lines that hands should have gone through before power. */
function ByHand() {
  const machine = useMachine();
  const dispatch = useDispatch();
  const wasOff = useJob((s) => s.job.wasOff);
  const fitted = useJob((s) => s.job.fitted);
  const touched = useJob((s) => s.job.touched);
  const ticks = useJob((s) => s.job.ticks);
  const isLive = useJob((s) => s.job.safety.power === "live");
  const open = handChecks(machine, { wasOff, fitted, touched }).filter((c) => !ticks.some((t) => t.list === BY_HAND && t.item === c.id));
  if (open.length === 0 || isLive) return null;
  return (
    <p className={styles.caution}>
      ⚠ {open.length} hand {open.length === 1 ? "check" : "checks"} not done.{" "}
      <Button look="quiet" onClick={() => dispatch({ do: "go", bench: "close" })}>
        Go through them
      </Button>
    </p>
  );
}

/** Shows what the exchanges that were made want to be seen, each on its own list. */
function Afterwards() {
  const machine = useMachine();
  const fitted = useJob((s) => s.job.fitted);
  const checks = afterChecks(machine, { fitted });
  if (checks.length === 0) return null;
  return (
    <section className={hands.pane} aria-label="For what was replaced">
      <h3>For what was replaced</h3>
      {[...new Set(checks.map((c) => c.list))].map((list) => (
        <Checklist key={list} list={list} label={`Afterwards, ${list}`} items={checks.filter((c) => c.list === list)} />
      ))}
    </section>
  );
}
