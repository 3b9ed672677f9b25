import { toldApart } from "../../core/access/plug/likelihood";
import { item } from "../../core/array/at";
import { isSamePlace } from "../../core/job/plug-read";
import { foreseenSays, mistakeSays, mistakeTag, pinName, plugFindings, plugSoFar } from "../../core/language/plug";
import type { Machine } from "../../core/machine/format";
import { controlsSay } from "../../core/naming/names";
import { percent } from "../../core/naming/text";
import { formatValue } from "../../core/quantity/format";
import bench from "../benches/shared/Bench.module.css";
import { useJob, useMachine } from "../job/store/context";
import styles from "./Hands.module.css";
import { type Plug, usePlug } from "./use-plug";

const MOST_COLUMNS = 4;

/** The check at the plug: its readings, what each mistake would give, and what is ruled out by now. */
export function PlugTable() {
  const plug = usePlug();
  const touched = useJob((s) => s.job.touched.length);
  if (touched === 0) return null;
  if (typeof plug === "string") return <p role="alert">{plug}</p>;
  return (
    <section className={styles.pane} aria-label="Check at the plug">
      <h3>Check at the plug, before power: cord out</h3>
      {plug ? <Told plug={plug} /> : <p className={bench.quiet}>Working it out…</p>}
    </section>
  );
}

function Told({ plug }: { readonly plug: Plug }) {
  const machine = useMachine();
  const { check, verdict, reads } = plug;
  const finding = plugFindings(machine, verdict);
  const columns = columnsOf(machine, plug);
  const toGo = verdict.verdict === "right" && plug.left.length > 0;
  return (
    <>
      {reads.length > 0 && <p className={toGo ? "" : LOOKS[verdict.verdict]}>{toGo ? plugSoFar(plug.left.length) : finding.title}</p>}
      {check.steps.length > 0 ? (
        <details className={styles.details} open={toGo || verdict.verdict !== "right"}>
          <summary>{check.steps.filter((s) => !s.names).length} readings tell</summary>
          <div className={styles.scroll}>
            <table className={styles.table}>
              <thead>
                <tr>
                  <th>Reading</th>
                  <th>You read</th>
                  <th>Rightly wired</th>
                  {columns.map((c) => (
                    <th key={c.says} data-out={c.out}>
                      {c.says}
                      {c.out && " · ruled out"}
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {check.steps
                  .filter(
                    (s) =>
                      !s.names ||
                      plug.left.includes(s) ||
                      reads.some((r) => isSamePlace(r, { between: [...s.between], controls: { ...s.controls } })),
                  )
                  .map((s) => {
                    const read = reads.find((r) => isSamePlace(r, { between: [...s.between], controls: { ...s.controls } }));
                    return (
                      <tr key={`${s.between.join()} ${JSON.stringify(s.controls)}`} data-next={s === plug.left[0]}>
                        <th scope="row">
                          {pinName(machine, s.between[0])} to {pinName(machine, s.between[1])}
                          <small>{controlsSay(machine, s.controls) || "controls as found"}</small>
                        </th>
                        <td>
                          <b>{read ? (read.ohms === null ? "OL" : formatValue(read.ohms, "ohm")) : "–"}</b>
                        </td>
                        <td data-right="true">{foreseenSays(s.right)}</td>
                        {columns.map((c) => (
                          <td key={c.says} data-out={c.out}>
                            {foreseenSays(item(s.under, c.at))}
                          </td>
                        ))}
                      </tr>
                    );
                  })}
              </tbody>
            </table>
          </div>
        </details>
      ) : (
        <p>No reading at the plug tells anything of these wires: a contact that no hand can close is between.</p>
      )}
      {verdict.verdict === "wrong" && (
        <ol className={styles.how}>
          {verdict.mistakes.slice(0, 3).map((m) => (
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

/** What no reading at the plug can show: it is looked for. */
function Unseen({ plug: { check } }: { readonly plug: Plug }) {
  const machine = useMachine();
  if (check.unseen.length === 0) return null;
  return (
    <details className={styles.details}>
      <summary>
        {check.unseen.length} {check.unseen.length === 1 ? "mistake shows" : "mistakes show"} at no pin: look at the wires themselves
      </summary>
      <ul>
        {check.unseen.map((m) => (
          <li key={m.id}>
            {mistakeSays(machine, m)}? {LOOK[m.edit.edit] ?? ""}
          </li>
        ))}
      </ul>
    </details>
  );
}

const LOOK: Readonly<Record<string, string>> = {
  off: "Pull gently at it: it holds.",
  swapped: "Colours as on the photo.",
  spare: "The spare terminal is empty.",
  cabinet: "No wire under an edge.",
};

/** Mistakes that give the same readings as one column: those that still may be come first. */
function columnsOf(machine: Machine, { check, reads, verdict }: Plug) {
  const share = new Map(verdict.mistakes.map((m) => [m.mistake.id, m.share]));
  const column = (i: number) => check.steps.map((s) => item(s.under, i));
  const groups: { readonly at: number; readonly ids: string[]; count: number; share: number }[] = [];
  for (const [i, m] of check.seen.entries()) {
    const known = groups.find((g) => !toldApart(column(g.at), column(i)));
    const mine = share.get(m.id) ?? 0;
    if (known) {
      known.count++;
      known.share += mine;
    } else groups.push({ at: i, ids: [m.id], count: 1, share: mine });
  }
  return groups
    .sort((a, b) => b.share - a.share)
    .slice(0, MOST_COLUMNS)
    .map((g) => ({
      ...g,
      out: reads.length > 0 && g.share < RULED_OUT,
      says: `${mistakeTag(machine, item(check.seen, g.at))}${g.count > 1 ? `, or ${g.count - 1} alike` : ""}`,
    }));
}

const RULED_OUT = 0.005;
