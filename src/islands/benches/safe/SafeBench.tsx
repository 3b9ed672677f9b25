import type { Body } from "../../../core/job/kinds/index";
import { Button } from "../../../ui/Button";
import { Clock } from "../../job/shell/Clock";
import { useDispatch, useJob, useMachine } from "../../job/store/context";
import styles from "../shared/Bench.module.css";

/** The energy in the machine, and how it is taken out: cord or breaker, the proof with the meter, capacitors. */
export function SafeBench() {
  const machine = useMachine();
  const capacitors = machine.parts.filter((p) => p.kind === "capacitor");
  const dispatch = useDispatch();
  const gas = machine.burner !== undefined;
  return (
    <>
      <header className={styles.head}>
        <h2>Make it safe</h2>
        <p>Nothing is believed dead that a meter has not proved.</p>
      </header>
      <ol className={styles.rows}>
        <li>
          <div>
            <h3>Take the energy out</h3>
            <p>Cord out, its plug where you see it; or breaker off, locked or tagged so that nobody puts it back.</p>
          </div>
          <span className={styles.answers}>
            <Isolated body={{ how: "cord" }}>Cord out</Isolated>
            <Isolated body={{ how: "breaker", locked: true }}>Breaker off and locked</Isolated>
            <Button onClick={() => dispatch({ do: "record", drafts: [{ kind: "energised", body: {} }] })}>Power is on again</Button>
          </span>
        </li>
        <li>
          <div>
            <h3>Prove it dead</h3>
            <p>Meter on a known source, on the machine, on the known source again.</p>
          </div>
          <span className={styles.answers}>
            <Proved how="cord">Cord out, proved dead</Proved>
            <Proved how="breaker">Breaker off, proved dead</Proved>
          </span>
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
            <Cock of="gas" />
          </li>
        )}
      </ol>
      <PowerLog />
    </>
  );
}

function Proved({ how, children }: { readonly how: "cord" | "breaker"; readonly children: string }) {
  const dispatch = useDispatch();
  return (
    <Button onClick={() => dispatch({ do: "record", drafts: [{ kind: "made-safe", body: { how, proved: true } }] })}>{children}</Button>
  );
}

/** Taken away is not proven away: it is on record, and still to be tested. */
function Isolated({ body, children }: { readonly body: Body<"isolated">; readonly children: string }) {
  const dispatch = useDispatch();
  return <Button onClick={() => dispatch({ do: "record", drafts: [{ kind: "isolated", body }] })}>{children}</Button>;
}

function Cock({ of }: Pick<Body<"valve">, "of">) {
  const dispatch = useDispatch();
  const isShut = useJob((s) => s.job.shut.includes(of));
  return (
    <span className={styles.answers}>
      <Button
        aria-pressed={isShut}
        onClick={() => dispatch({ do: "record", drafts: [{ kind: "valve", body: { of, state: isShut ? "open" : "shut" } }] })}
      >
        {isShut ? "It is shut: open it again" : "It is shut now"}
      </Button>
    </span>
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
