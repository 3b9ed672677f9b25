import { findingSays } from "../../../core/finding/finding";
import { afterChecks } from "../../../core/job/by-hand";
import { checkId, openChecks } from "../../../core/job/checks/index";
import { unseenSays } from "../../../core/job/kinds/closed";
import { proofStands, reservationsOf } from "../../../core/job/proven";
import { UNPROVEN } from "../../../core/language/blockers";
import { checkSays } from "../../../core/language/checks";
import { hypothesisSays } from "../../../core/language/diagnosis";
import { entrySays } from "../../../core/language/entries";
import { fittedSays } from "../../../core/naming/names";
import { percent } from "../../../core/naming/text";
import { useJob, useMachine } from "../../job/store/context";
import styles from "../shared/Bench.module.css";

/** What is left to say: what was noticed, found, measured, done and proven. */
export function HandBench() {
  const closed = useJob((s) => s.job.closed);
  return (
    <>
      <header className={styles.head}>
        <h2>Hand over</h2>
        <p>{closed ? "The job is closed." : "From the record, as the customer is told."}</p>
      </header>
      <dl className={styles.facts}>
        <Noticed />
        <Found />
        <Measured />
        <Done />
        <Proven />
        <NotSeenTo />
        <Noted />
        <Reservations />
      </dl>
    </>
  );
}

function Noticed() {
  const words = useJob((s) => s.job.complaint?.words);
  return <Fact name="Noticed">{words === undefined ? "not recorded" : `“${words}”`}</Fact>;
}

/** Lines of lists that nobody saw to, and why; what an exchange wants afterwards and nobody looked at. */
function NotSeenTo() {
  const machine = useMachine();
  const ticks = useJob((s) => s.job.ticks);
  const fitted = useJob((s) => s.job.fitted);
  const open = afterChecks(machine, { fitted }).filter((c) => !ticks.some((t) => t.list === c.list && t.item === c.id));
  const undone = ticks.filter((t) => t.state === "not-done");
  if (open.length + undone.length === 0) return null;
  return (
    <Fact name="Not seen to">
      <ul>
        {undone.map((t) => (
          <li key={`${t.list} ${t.item}`}>
            {t.says} ({t.why})
          </li>
        ))}
        {open.map((c) => (
          <li key={`${c.list} ${c.id}`}>
            {c.about}: {c.says}
          </li>
        ))}
      </ul>
    </Fact>
  );
}

/** Words that were kept as they are; left out where there are none. */
function Noted() {
  const machine = useMachine();
  const notes = useJob((s) => s.job.notes);
  if (notes.length === 0) return null;
  return (
    <Fact name="Noted">
      <ul>
        {notes.map(({ entry, words, about }) => (
          <li key={entry}>{entrySays(machine, { kind: "note", body: { words, ...(about && { about }) } })}</li>
        ))}
      </ul>
    </Fact>
  );
}

function Found() {
  const machine = useMachine();
  const leader = useJob((s) => s.diagnosis.standing?.suspects[0]);
  return <Fact name="Found">{leader ? `${hypothesisSays(machine, leader.hypothesis)}, ${percent(leader.probability)}` : "…"}</Fact>;
}

function Measured() {
  const machine = useMachine();
  const evidence = useJob((s) => s.job.evidence);
  const readings = evidence.filter((e) => e.source === "technician" && e.finding.result.is !== "answer");
  return (
    <Fact name="Measured">
      {readings.length === 0 ? (
        "nothing"
      ) : (
        <ul>
          {readings.map((e) => (
            <li key={e.entry}>{findingSays(e.finding, machine)}</li>
          ))}
        </ul>
      )}
    </Fact>
  );
}

function Done() {
  const machine = useMachine();
  const fitted = useJob((s) => s.job.fitted);
  return (
    <Fact name="Done">
      {fitted.length === 0 ? (
        "nothing yet"
      ) : (
        <ul>
          {fitted.map((f) => (
            <li key={f.entry}>{fittedSays(machine, f.assembly, f.action === "replaced")}</li>
          ))}
        </ul>
      )}
    </Fact>
  );
}

function Proven() {
  const job = useJob((s) => s.job);
  const machine = useMachine();
  if (!job.proof) return <Fact name="Proven">not yet</Fact>;
  const said = entrySays(machine, { kind: "proof", body: job.proof }).replace(/^Proof run: /, "");
  const stands = proofStands(job);
  return <Fact name="Proven">{stands === "proven" ? said : `${said}; but ${UNPROVEN[stands]}`}</Fact>;
}

/** What it is closed without, and what was said not to be done. */
function Reservations() {
  const job = useJob((s) => s.job);
  const machine = useMachine();
  const unseen = reservationsOf(job);
  const open = new Map(openChecks(machine, job).map((c) => [checkId(c), c]));
  const undone = job.notDone.flatMap(({ check, why }) => {
    const still = open.get(check);
    return still ? [`${checkSays(machine, still)} (${why})`] : [];
  });
  const all = [...(unseen ? [unseenSays(unseen)] : []), ...undone];
  if (all.length === 0) return null;
  return (
    <Fact name="With reservations">
      <ul>
        {all.map((r) => (
          <li key={r}>⚠ {r}</li>
        ))}
      </ul>
    </Fact>
  );
}

function Fact({ name, children }: { readonly name: string; readonly children: React.ReactNode }) {
  return (
    <>
      <dt>{name}</dt>
      <dd>{children}</dd>
    </>
  );
}
