import { heldBy } from "../../../core/access/panels";
import type { Machine, Panel } from "../../../core/machine/format";
import { panelName } from "../../../core/naming/names";
import { capital, minutesSay, percent } from "../../../core/naming/text";
import { Button } from "../../../ui/Button";
import { useDispatch, useJob, useMachine } from "../../job/store/context";
import styles from "../shared/Bench.module.css";

/** The panels: which come off now, how, and what lies behind each. */
export function OpenBench() {
  const machine = useMachine();
  const power = useJob((s) => s.job.safety.power);
  return (
    <>
      <header className={styles.head}>
        <h2>Panels</h2>
        <p>Minutes are estimates of the machine file.</p>
      </header>
      {power !== "dead" && <p className={styles.caution}>⚠ Not proven dead. Cord out and prove it dead before a panel comes off.</p>}
      <ol className={styles.rows}>
        {machine.panels.map((panel) => (
          <PanelRow key={panel.id} panel={panel} />
        ))}
      </ol>
    </>
  );
}

function PanelRow({ panel }: { readonly panel: Panel }) {
  const machine = useMachine();
  const dispatch = useDispatch();
  const off = useJob((s) => s.job.panelsOff);
  const isDead = useJob((s) => s.job.safety.power === "dead");
  const isOff = off.includes(panel.id);
  const held = isOff ? undefined : heldBy(machine, panel.id, { panelsOff: off });
  return (
    <li data-state={isOff ? "off" : "on"}>
      <div>
        <h3>
          {capital(panel.name)} {isOff && "· off"}
        </h3>
        <p>{panel.held}</p>
        <small>
          {minutesSay(panel.minutesOff)} off, {minutesSay(panel.minutesOn)} on
          {panel.tools.length > 0 && ` · ${panel.tools.join(", ")}`}
          <Behind machine={machine} panel={panel.id} />
        </small>
      </div>
      {!isDead ? (
        <small>make it safe first</small>
      ) : held === undefined ? (
        <Button
          onClick={() => dispatch({ do: "record", drafts: [{ kind: "panel", body: { panel: panel.id, state: isOff ? "on" : "off" } }] })}
        >
          {isOff ? "It is back on" : "It is off"}
        </Button>
      ) : (
        <small>after the {panelName(machine, held)}</small>
      )}
    </li>
  );
}

const MOST_NAMED = 4;

/** The parts behind a panel, the likeliest suspects first. */
function Behind({ machine, panel }: { readonly machine: Machine; readonly panel: string }) {
  const marks = useJob((s) => s.diagnosis.standing?.marks);
  const parts = machine.parts
    .filter((p) => p.panel === panel)
    .map((p) => ({ label: p.label.toLowerCase(), share: marks?.[p.id]?.share ?? 0 }))
    .sort((a, b) => b.share - a.share);
  const share = parts.reduce((sum, p) => sum + p.share, 0);
  if (parts.length === 0) return null;
  const more = parts.length - MOST_NAMED;
  return (
    <>
      {` · behind it ${parts
        .slice(0, MOST_NAMED)
        .map((p) => p.label)
        .join(", ")}${more > 0 ? ` and ${more} more` : ""}`}
      {marks && `: ${percent(Math.min(1, share))} of the suspicion`}
    </>
  );
}
