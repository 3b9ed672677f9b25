import type { Draft } from "../../../core/job/kinds/index";
import { Button } from "../../../ui/Button";
import { Clock } from "../../job/shell/Clock";
import { useDispatch, useJob, useMachine } from "../../job/store/context";
import styles from "../shared/Bench.module.css";

/** The energy in the machine, and how it is taken out: cord or breaker, the proof with the meter, capacitors. */
export function SafeBench() {
  const machine = useMachine();
  const capacitors = machine.parts.filter((p) => p.kind === "capacitor");
  const gas = machine.burner !== undefined;
  return (
    <>
      <header className={styles.head}>
        <h2>Make it safe</h2>
        <p>Nothing is believed dead that a meter has not proved.</p>
      </header>
      <ol className={styles.rows}>
        <Way title="Cord out" how="The plug lies where you see it." draft={{ kind: "made-safe", body: { how: "cord", proved: true } }} />
        <Way
          title="Or breaker off"
          how="Locked or tagged, so that nobody puts it back."
          draft={{ kind: "made-safe", body: { how: "breaker", proved: true } }}
        />
        <li>
          <div>
            <h3>Prove it dead</h3>
            <p>Meter on a known source, on the machine, on the known source again. Only then one of the buttons above.</p>
          </div>
        </li>
        {capacitors.map((c) => (
          <Capacitor key={c.id} part={c.id} name={c.name} />
        ))}
        {gas && (
          <li>
            <div>
              <h3>Gas</h3>
              <p>Shut the cock before a joint is opened. Gas work is for the licensed.</p>
            </div>
          </li>
        )}
      </ol>
      <PowerLog />
    </>
  );
}

function Way({ title, how, draft }: { readonly title: string; readonly how: string; readonly draft: Draft }) {
  const dispatch = useDispatch();
  return (
    <li>
      <div>
        <h3>{title}</h3>
        <p>{how}</p>
      </div>
      <Button onClick={() => dispatch({ do: "record", drafts: [draft] })}>{title.replace(/^Or b/, "B")}, proved dead</Button>
    </li>
  );
}

function Capacitor({ part, name }: { readonly part: string; readonly name: string }) {
  const dispatch = useDispatch();
  const isDischarged = useJob((s) => s.job.safety.discharged.includes(part));
  return (
    <li>
      <div>
        <h3>{name}</h3>
        <p className={isDischarged ? styles.good : styles.caution}>
          {isDischarged ? "✓ discharged" : "⚠ may hold a dangerous charge with the cord out: through a resistor, insulated tool"}
        </p>
      </div>
      {!isDischarged && (
        <Button onClick={() => dispatch({ do: "record", drafts: [{ kind: "discharged", body: { part } }] })}>It is discharged</Button>
      )}
    </li>
  );
}

/** When it was made dead or live, as far as the record goes. */
function PowerLog() {
  const record = useJob((s) => s.job.record);
  const moves = record.flatMap((l) =>
    l.status === "counts" && (l.entry.kind === "made-safe" || l.entry.kind === "energised") ? [l.entry] : [],
  );
  if (moves.length === 0) return null;
  return (
    <p className={styles.quiet}>
      {moves.map((e, i) => (
        <span key={e.id}>
          {i > 0 && " · "}
          <Clock at={e.at} /> {e.kind === "made-safe" ? "proved dead" : "live"}
        </span>
      ))}
    </p>
  );
}
