import { useState } from "react";
import { improvedMachine } from "../../../core/model/machine/improved";
import { capital } from "../../../core/model/naming/text";
import { trayOf } from "../../../core/record/job/hands/tray";
import { cameOffTitle } from "../../../core/speech/words/bench/came-off";
import styles from "../../../ui/Bench.module.css";
import { Button } from "../../../ui/Button";
import hands from "../../../ui/Form.module.css";
import { saveFile } from "../../../ui/save-file";
import { WordsForm } from "../../../ui/WordsForm";
import { useDispatch, useJob, useMachine } from "../../store/context";
import { WaitingPage } from "../print/WaitingPage";

/** Removed parts now, in the order in which it came off; where it lies, and who has it; one page for a machine that stands open. */
export function OffCard() {
  const machine = useMachine();
  const off = useJob((s) => s.job.cameOff);
  const lying = useJob((s) => s.job.lying);
  return (
    <section className={styles.card} aria-label="Removed parts">
      <h2>Removed parts</h2>
      {off.length === 0 && <p className={styles.quiet}>Nothing removed on record.</p>}
      <ol className={styles.plain}>
        {off.map((c, i) => (
          <li key={c.entry}>
            <b>
              {i + 1} {cameOffTitle(machine, c)}
            </b>
            {c.note && <span>{c.note}</span>}
          </li>
        ))}
      </ol>
      {lying.length > 0 && (
        <ul className={styles.plain} aria-label="Where the parts are">
          {lying.map((l) => (
            <li key={l.what}>
              <b>{capital(l.what)}</b>
              <span>
                {l.where}
                {l.who && ` · ${l.who} has it`}
              </span>
            </li>
          ))}
        </ul>
      )}
      {off.length > 0 && <Lies />}
      {off.length > 0 && (
        <div className={hands.row}>
          <WaitingPage />
          <ImprovedFile />
        </div>
      )}
    </section>
  );
}

/** Where something lies while the machine stands open. */
function Lies() {
  const dispatch = useDispatch();
  const [asking, setAsking] = useState(false);
  if (!asking)
    return (
      <Button look="quiet" onClick={() => setAsking(true)}>
        Where the parts are…
      </Button>
    );
  return (
    <WordsForm
      fields={{
        what: { label: "What", placeholder: "front and cups" },
        where: { label: "Where it is", placeholder: "behind the machine", most: 120 },
        who: { label: "Who has it", optional: true },
      }}
      button="Save"
      onKeep={({ what, where, who }) => {
        setAsking(false);
        return dispatch({ do: "record", drafts: [{ kind: "lies", body: { what, where, ...(who && { who }) } }] });
      }}
    />
  );
}

/** The machine's file with what this job found to be otherwise, to be looked over and offered to the shop. */
function ImprovedFile() {
  const machine = useMachine();
  const differs = useJob((s) => s.job.differs);
  const cameOff = useJob((s) => s.job.cameOff);
  const cups = useJob((s) => s.job.cups);
  const counted = trayOf(machine, { cameOff, cups }).filter((c) => c.counted && c.is === "panel");
  const better = improvedMachine(machine, [...differs, ...counted.map((c) => ({ of: c.of, fasteners: c.fasteners }))]);
  if (better === machine) return null;
  return (
    <Button look="quiet" onClick={() => saveFile(`${machine.id}.machine.json`, "application/json", `${JSON.stringify(better, null, 1)}\n`)}>
      Machine file, as found here
    </Button>
  );
}
