import { panelName } from "../../../core/model/naming/names";
import { capital } from "../../../core/model/naming/text";
import { needsDead } from "../../../core/reason/planning/tests/reach-of-question";
import { isOpenCheck } from "../../../core/record/job/blocker";
import { checkId, type OpenCheck, questionOfCheck, timeOfCheck } from "../../../core/record/job/checks/index";
import { trayCount, trayOf } from "../../../core/record/job/hands/tray";
import type { Recount } from "../../../core/record/job/state";
import { blockerSays, countSays } from "../../../core/speech/words/card/blockers";
import styles from "../../../ui/Bench.module.css";
import hands from "../../../ui/Form.module.css";
import { WordsForm } from "../../../ui/WordsForm";
import { PlugTable } from "../../panes/hands/PlugTable";
import { Tray } from "../../panes/hands/Tray";
import { BackStack, WayBack } from "../../panes/hands/WayBack";
import { WireList } from "../../panes/hands/WireList";
import { PhotoStrip } from "../../panes/photos/PhotoStrip";
import { CheckButtons } from "../../panes/questions/CheckButtons";
import { useDispatch, useJob, useMachine } from "../../store/context";

/** Shows what goes on next, in the reverse order of what was really done, its cups; the plug check; what is looked at while it is still open. */
export function CloseBench() {
  const machine = useMachine();
  const cameOff = useJob((s) => s.job.cameOff);
  const cups = useJob((s) => s.job.cups);
  const fitted = useJob((s) => s.job.fitted.length);
  const tray = trayOf(machine, { cameOff, cups });
  const { left, all } = trayCount(tray);
  return (
    <>
      <header className={styles.head}>
        <h2>Reassembly</h2>
        <p>
          {cameOff.length === 0 ? "Nothing removed." : "Last off, first on."}
          {all > 0 && ` ${left} of ${all} fasteners still in cups.`}
        </p>
      </header>
      <OpenChecks />
      <BackStack />
      <Tray machine={machine} cups={tray} />
      <PlugTable />
      <WayBack />
      <Settle />
      <PhotoStrip of="machine" />
      {cameOff.length === 0 && fitted > 0 && <p className={styles.good}>✓ Everything is back on.</p>}
    </>
  );
}

/** Burnt ends that are to be renewed, and counts that are to be told. */
function Settle() {
  const blockers = useJob((s) => s.job.blockers);
  const ends = blockers.flatMap((b) => (b.code === "lead" && b.because === "burnt" ? [b.at] : []));
  const counts = blockers.flatMap((b) => (b.code === "count" ? [b] : []));
  if (ends.length + counts.length === 0) return null;
  return (
    <section className={hands.pane} aria-label="Clear these first">
      <h3>Clear these first</h3>
      {ends.length > 0 && <WireList of={ends} />}
      {counts.map((count) => (
        <CountSettled key={count.of} {...count} />
      ))}
    </section>
  );
}

function CountSettled({ of, over, short }: Pick<Recount, "of" | "over" | "short">) {
  const machine = useMachine();
  const dispatch = useDispatch();
  const name = capital(panelName(machine, of));
  return (
    <div className={hands.row}>
      <b>
        {name}: {countSays({ over, short })}
      </b>
      <WordsForm
        fields={{ why: { label: `${name}: what was found`, bare: true, placeholder: "found in the console's cup", most: 200 } }}
        button="Cleared"
        onKeep={({ why }) => dispatch({ do: "record", drafts: [{ kind: "recount", body: { of, over, short, why } }] })}
      />
    </div>
  );
}

function OpenChecks() {
  const machine = useMachine();
  const blockers = useJob((s) => s.job.blockers);
  const checks = blockers.filter(isOpenCheck);
  if (checks.length === 0) return null;
  return (
    <ul className={styles.rows} aria-label="Still to check">
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
