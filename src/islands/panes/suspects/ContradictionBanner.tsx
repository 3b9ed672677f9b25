import { contradictionSays } from "../../../core/speech/words/card/diagnosis";
import { useJob, useMachine } from "../../store/context";
import styles from "./ContradictionBanner.module.css";
import { useEntrySays } from "./use-entry-says";

/** Calm word that the record does not hang together, and which entry to take again. */
export function ContradictionBanner() {
  const clash = useJob((s) => s.diagnosis.standing?.contradiction);
  const machine = useMachine();
  const entrySays = useEntrySays();
  if (!clash) return null;
  return (
    <section className={styles.banner} aria-label="Contradiction">
      <h2>These entries conflict</h2>
      <p>
        Recheck: <b>{entrySays(clash.entry) ?? "an entry"}</b>.
      </p>
      <details>
        <summary>Why</summary>
        <p>{contradictionSays(machine, clash)}</p>
      </details>
    </section>
  );
}
