import { backBefore } from "../../../core/access/panels";
import { isOpenCheck } from "../../../core/job/blocker";
import { checkId, type OpenCheck, questionOfCheck, timeOfCheck } from "../../../core/job/checks/index";
import { blockerSays } from "../../../core/language/blockers";
import { maybePanelOf } from "../../../core/machine/format";
import { panelName } from "../../../core/naming/names";
import { capital } from "../../../core/naming/text";
import { needsDead } from "../../../core/planning/reach-of-question";
import { Button } from "../../../ui/Button";
import { CheckButtons } from "../../job/next/CheckButtons";
import { useDispatch, useJob, useMachine } from "../../job/store/context";
import styles from "../shared/Bench.module.css";

/** What goes back, in the reverse order of what was really done; and what is looked at while it is still open. */
export function CloseBench() {
  const off = useJob((s) => s.job.panelsOff);
  const fitted = useJob((s) => s.job.fitted.length);
  return (
    <>
      <header className={styles.head}>
        <h2>Close up</h2>
        <p>{off.length === 0 ? "Nothing is off." : "The last that came off goes back first."}</p>
      </header>
      <OpenChecks />
      <ol className={styles.rows} aria-label="What goes back">
        {off.toReversed().map((id) => (
          <PanelBack key={id} id={id} />
        ))}
      </ol>
      {off.length === 0 && fitted > 0 && <p className={styles.good}>✓ Every panel is back.</p>}
    </>
  );
}

function OpenChecks() {
  const machine = useMachine();
  const blockers = useJob((s) => s.job.blockers);
  const checks = blockers.filter(isOpenCheck);
  if (checks.length === 0) return null;
  return (
    <ul className={styles.rows} aria-label="Still to be looked at">
      {checks.map((check) => {
        const { says, todo } = blockerSays(machine, check);
        return (
          <li key={checkId(check)}>
            <div>
              <h3>⚠ {capital(says)}</h3>
              <p>{todo}</p>
            </div>
            <Answers check={check} />
          </li>
        );
      })}
    </ul>
  );
}

/** The answers of a check, where it can be made as the machine stands. */
function Answers({ check }: { readonly check: OpenCheck }) {
  const machine = useMachine();
  const power = useJob((s) => s.job.safety.power);
  const off = useJob((s) => s.job.panelsOff.length);
  if (needsDead(machine, questionOfCheck(machine, check)) && power !== "dead") return <small>make it safe first</small>;
  if (timeOfCheck(machine, check) === "run" && (power === "dead" || off > 0)) return <small>when it runs</small>;
  return (
    <span className={styles.answers}>
      <CheckButtons check={check} />
    </span>
  );
}

function PanelBack({ id }: { readonly id: string }) {
  const machine = useMachine();
  const dispatch = useDispatch();
  const off = useJob((s) => s.job.panelsOff);
  const isDead = useJob((s) => s.job.safety.power === "dead");
  const panel = maybePanelOf(machine, id);
  const first = backBefore(machine, id, { panelsOff: off });
  return (
    <li data-state="off">
      <div>
        <h3>{capital(panel?.name ?? id)}</h3>
        <p>{panel?.held}</p>
      </div>
      {!isDead ? (
        <small>make it safe first</small>
      ) : first === undefined ? (
        <Button onClick={() => dispatch({ do: "record", drafts: [{ kind: "panel", body: { panel: id, state: "on" } }] })}>
          It is back on
        </Button>
      ) : (
        <small>after the {panelName(machine, first)}</small>
      )}
    </li>
  );
}
