import { useState } from "react";
import { isOpenCheck } from "../../../core/job/blocker";
import { checkId, type OpenCheck, questionOfCheck, timeOfCheck } from "../../../core/job/checks/index";
import type { Recount } from "../../../core/job/state";
import { trayCount, trayOf } from "../../../core/job/tray";
import { blockerSays } from "../../../core/language/blockers";
import { panelName } from "../../../core/naming/names";
import { capital } from "../../../core/naming/text";
import { needsDead } from "../../../core/planning/reach-of-question";
import { Button } from "../../../ui/Button";
import hands from "../../hands/Hands.module.css";
import { PlugTable } from "../../hands/PlugTable";
import { Tray } from "../../hands/Tray";
import { BackStack, WayBack } from "../../hands/WayBack";
import { WireList } from "../../hands/WireList";
import { CheckButtons } from "../../job/next/CheckButtons";
import { useDispatch, useJob, useMachine } from "../../job/store/context";
import { PhotoStrip } from "../../photos/PhotoStrip";
import styles from "../shared/Bench.module.css";

/** What goes back, in the reverse order of what was really done, its cups; the check at the plug; what is looked at while it is still open. */
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
        <h2>The way back</h2>
        <p>
          {cameOff.length === 0 ? "Nothing is off." : "The last that came off goes back first."}
          {all > 0 && ` ${left} of ${all} fasteners in the cups; at the end none.`}
        </p>
      </header>
      <OpenChecks />
      <BackStack />
      <Tray machine={machine} cups={tray} />
      <PlugTable />
      <WayBack />
      <Settle />
      <PhotoStrip of="machine" />
      {cameOff.length === 0 && fitted > 0 && <p className={styles.good}>✓ Everything is back.</p>}
    </>
  );
}

/** Burnt ends that are to be renewed, and counts that are to be told. */
function Settle() {
  const machine = useMachine();
  const burnt = useJob((s) => s.job.leads);
  const recounts = useJob((s) => s.job.recounts);
  const ends = burnt.filter((l) => l.condition === "burnt" && l.mended === undefined).map((l) => l.at);
  const counts = recounts.filter((r) => r.over + r.short > 0 && r.why === undefined);
  if (ends.length + counts.length === 0) return null;
  return (
    <section className={hands.pane} aria-label="To be settled before it is closed">
      <h3>To be settled before it is closed</h3>
      {ends.length > 0 && <WireList of={ends} />}
      {counts.map((r) => (
        <CountSettled key={r.of} recount={r} name={capital(panelName(machine, r.of))} />
      ))}
    </section>
  );
}

function CountSettled({ recount, name }: { readonly recount: Recount; readonly name: string }) {
  const dispatch = useDispatch();
  const [why, setWhy] = useState("");
  const { of, over, short } = recount;
  return (
    <form
      className={hands.row}
      onSubmit={(e) => {
        e.preventDefault();
        if (why.trim() !== "") void dispatch({ do: "record", drafts: [{ kind: "recount", body: { of, over, short, why: why.trim() } }] });
      }}
    >
      <b>
        {name}: {over > 0 ? `${over} left over` : `${short} missing`}
      </b>
      <input
        className={styles.field}
        aria-label={`${name}: what was found`}
        placeholder="found in the console’s cup"
        value={why}
        onChange={(e) => setWhy(e.target.value)}
      />
      <Button type="submit" disabled={why.trim() === ""}>
        Settled
      </Button>
    </form>
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
