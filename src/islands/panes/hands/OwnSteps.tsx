import { useState } from "react";
import { heldBy } from "../../../core/model/access/panels";
import { panelDoneSays } from "../../../core/model/naming/removals";
import { inFile } from "../../../core/record/job/hands/tray";
import type { Draft } from "../../../core/record/job/kinds/index";
import { Button } from "../../../ui/Button";
import styles from "../../../ui/Form.module.css";
import { useDispatch, useJob, useMachine } from "../../store/context";
import { OwnStepForm } from "./OwnStepForm";
import { panelDrafts } from "./panel-drafts";

/** Something came off that is not on the way: another panel, or what no file has. It goes back in its turn. */
export function OwnSteps() {
  const dispatch = useDispatch();
  const isDead = useJob((s) => s.job.safety.power === "dead");
  const [asking, setAsking] = useState(false);
  const machine = useMachine();
  const panelsOff = useJob((s) => s.job.panelsOff);
  const differs = useJob((s) => s.job.differs);
  const record = (drafts: readonly Draft[]) => {
    setAsking(false);
    return dispatch({ do: "record", drafts });
  };
  if (!isDead) return null;
  const free = machine.panels.filter((p) => !panelsOff.includes(p.id) && heldBy(machine, p.id, { panelsOff, differs }) === undefined);
  if (!asking)
    return (
      <div className={styles.row}>
        <Button look="quiet" onClick={() => setAsking(true)}>
          Log another part…
        </Button>
      </div>
    );
  return (
    <section className={styles.form} aria-label="Something else came off">
      <div className={styles.row}>
        {free.map((p) => (
          <Button key={p.id} onClick={() => record(panelDrafts(inFile(machine, p.id), p.id, "off"))}>
            {panelDoneSays(machine, p.id, "off")}
          </Button>
        ))}
      </div>
      <OwnStepForm onKeep={(draft) => record([draft])} />
      <Button look="quiet" onClick={() => setAsking(false)}>
        Cancel
      </Button>
    </section>
  );
}
