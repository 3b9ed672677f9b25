import { useState } from "react";
import { maybePanelOf } from "../../../core/model/machine/format";
import { panelName } from "../../../core/model/naming/names";
import { capital } from "../../../core/model/naming/text";
import { draftBack } from "../../../core/record/job/closing/draft-back";
import { candidates, trayOf } from "../../../core/record/job/hands/tray";
import { Button } from "../../../ui/Button";
import styles from "../../../ui/Form.module.css";
import { useDispatch, useJob, useMachine } from "../../store/context";

/** Something goes back and its count does not come out: how many over or missing, and where they may belong. */
export function RecountForm({ of, onLeave }: { readonly of: string; readonly onLeave: () => void }) {
  const machine = useMachine();
  const dispatch = useDispatch();
  const cameOff = useJob((s) => s.job.cameOff);
  const cups = useJob((s) => s.job.cups);
  const [over, setOver] = useState(0);
  const from = candidates(trayOf(machine, { cameOff, cups }), of);
  const is = maybePanelOf(machine, of) ? "panel" : "own";
  const keep = () => {
    onLeave();
    const counts = over > 0 ? { over, short: 0 } : { over: 0, short: -over };
    return dispatch({ do: "record", drafts: [draftBack({ is, id: of }), { kind: "recount", body: { of, ...counts } }] });
  };
  const says = over === 0 ? "all back" : over > 0 ? `${over} left over` : `${-over} missing`;
  return (
    <section className={styles.form} aria-label="The count is off">
      <h3>{capital(panelName(machine, of))}: count is off</h3>
      <span className={styles.count}>
        <Button aria-label="One missing more" onClick={() => setOver(over - 1)}>
          −
        </Button>
        <output>{says}</output>
        <Button aria-label="One left over more" onClick={() => setOver(over + 1)}>
          +
        </Button>
      </span>
      {over !== 0 && from.length > 0 && (
        <p>
          {over > 0 ? "May belong to" : "May be in"}: {from.map((f) => panelName(machine, f)).join(", ")}.
        </p>
      )}
      <div className={styles.row}>
        <Button disabled={over === 0} onClick={keep}>
          Mark reinstalled anyway
        </Button>
        <Button look="quiet" onClick={onLeave}>
          Cancel
        </Button>
      </div>
    </section>
  );
}
