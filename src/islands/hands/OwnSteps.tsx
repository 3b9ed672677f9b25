import { useState } from "react";
import { Button } from "../../ui/Button";
import { useDispatch, useJob } from "../job/store/context";
import { OneField } from "./DiffersForm";
import styles from "./Hands.module.css";

/** Something came off that no file has: it is kept, and goes back in its turn. */
export function OwnSteps() {
  const dispatch = useDispatch();
  const isDead = useJob((s) => s.job.safety.power === "dead");
  const [asking, setAsking] = useState(false);
  if (!isDead) return null;
  if (!asking)
    return (
      <div className={styles.row}>
        <Button look="quiet" onClick={() => setAsking(true)}>
          Something else came off…
        </Button>
      </div>
    );
  return (
    <section className={styles.form} aria-label="Something else came off">
      <OneField
        label="What came off, in your words"
        more="Which way round it sits"
        button="It is off"
        onKeep={(text, note) => {
          setAsking(false);
          return dispatch({ do: "record", drafts: [{ kind: "own-step", body: { name: text, state: "off", ...(note && { note }) } }] });
        }}
      />
      <Button look="quiet" onClick={() => setAsking(false)}>
        Leave it
      </Button>
    </section>
  );
}
