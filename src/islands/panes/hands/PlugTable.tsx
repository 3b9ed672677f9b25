import { controlsSay } from "../../../core/model/naming/names";
import { percent } from "../../../core/model/naming/text";
import {
  foreseenSays,
  mistakeSays,
  ohmsSay,
  pinName,
  plugColumns,
  plugFindings,
  plugSoFar,
  unseenSays,
} from "../../../core/speech/words/bench/plug";
import bench from "../../../ui/Bench.module.css";
import form from "../../../ui/Form.module.css";
import { useJob, useMachine } from "../../store/context";
import styles from "./Hands.module.css";
import { type Plug, usePlug, WORKING } from "./use-plug";

const MOST_COLUMNS = 4;
const MOST_MISTAKES = 3;

/** The plug check: its readings, what each mistake would give, and what is ruled out by now. */
export function PlugTable() {
  const plug = usePlug();
  const touched = useJob((s) => s.job.touched.length);
  if (touched === 0 || !plug) return null;
  if (plug !== WORKING && "trouble" in plug) return <p role="alert">{plug.trouble}</p>;
  return (
    <section className={form.pane} aria-label="Plug check">
      <h3>Plug check, before power: unplugged</h3>
      {plug === WORKING ? <p className={bench.quiet}>Calculating…</p> : <Told plug={plug} />}
    </section>
  );
}

function Told({ plug }: { readonly plug: Plug }) {
  const machine = useMachine();
  const { check, verdict, reads, left } = plug;
  const toGo = verdict.verdict === "right" && left.length > 0;
  return (
    <>
      {reads.length > 0 && (
        <p className={toGo ? "" : LOOKS[verdict.verdict]}>{toGo ? plugSoFar(left.length) : plugFindings(machine, verdict).title}</p>
      )}
      {check.steps.length > 0 ? (
        <details className={form.details} open={toGo || verdict.verdict !== "right"}>
          <summary>{check.steps.filter((s) => !s.names).length} readings tell</summary>
          <Readings plug={plug} />
        </details>
      ) : (
        <p>The plug check can't reach these wires: a contact you can't close by hand is in the way.</p>
      )}
      {verdict.verdict === "wrong" && (
        <ol className={styles.how}>
          {verdict.mistakes.slice(0, MOST_MISTAKES).map((m) => (
            <li key={m.mistake.id}>
              {mistakeSays(machine, m.mistake)}: {percent(m.share)}
            </li>
          ))}
        </ol>
      )}
      <Unseen plug={plug} />
    </>
  );
}

const LOOKS = { right: bench.good, wrong: bench.caution, unclear: "" };

/** Each reading with what was read, what is right, and what each mistake would give. */
function Readings({ plug: { check, verdict, reads, rows, left } }: { readonly plug: Plug }) {
  const machine = useMachine();
  const columns = plugColumns(machine, check, verdict, reads.length > 0, MOST_COLUMNS);
  return (
    <div className={form.scroll}>
      <table className={form.table}>
        <thead>
          <tr>
            <th>Reading</th>
            <th>You read</th>
            <th>Wired right</th>
            {columns.map((c) => (
              <th key={c.says} data-out={c.out}>
                {c.says}
                {c.out && " · ruled out"}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map(({ step, read }) => (
            <tr key={`${step.between.join()} ${JSON.stringify(step.controls)}`} data-next={step === left[0]}>
              <th scope="row">
                {pinName(machine, step.between[0])} to {pinName(machine, step.between[1])}
                <small>{controlsSay(machine, step.controls) || "controls as found"}</small>
              </th>
              <td>
                <b>{read ? ohmsSay(read.ohms) : "–"}</b>
              </td>
              <td data-right="true">{foreseenSays(step.right)}</td>
              {columns.map((c) => (
                <td key={c.says} data-out={c.out}>
                  {foreseenSays(c.foreseen[check.steps.indexOf(step)])}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

/** Shows what no reading at the plug can show: it is looked for. */
function Unseen({ plug: { check } }: { readonly plug: Plug }) {
  const machine = useMachine();
  const unseen = unseenSays(machine, check.unseen);
  if (unseen.length === 0) return null;
  return (
    <details className={form.details}>
      <summary>
        {unseen.length} {unseen.length === 1 ? "mistake shows" : "mistakes show"} at no pin: look at the wires
      </summary>
      <ul>
        {unseen.map((says) => (
          <li key={says}>{says}</li>
        ))}
      </ul>
    </details>
  );
}
