import { findingSays } from "../../../core/finding/finding";
import { entrySays } from "../../../core/language/entries";
import { Button } from "../../../ui/Button";
import { useDispatch, useJob, useMachine } from "../../job/store/context";
import styles from "../shared/Bench.module.css";

/** Who, where, which machine, what was noticed and what was taken from it. */
export function IntakeBench() {
  const opened = useJob((s) => s.job.opened);
  const complaint = useJob((s) => s.job.complaint);
  const notes = useJob((s) => s.job.notes);
  const told = notes.filter((n) => n.about !== undefined);
  const machine = useMachine();
  const ref = useJob((s) => s.job.machineRef);
  return (
    <>
      <header className={styles.head}>
        <h2>{complaint ? `“${complaint.words}”` : "No complaint is recorded"}</h2>
      </header>
      <dl className={styles.facts}>
        <dt>Taken from it</dt>
        <dd>
          {complaint?.findings.length ? complaint.findings.map((f) => findingSays(f, machine)).join(" · ") : "nothing: kept as words"}
        </dd>
        {told.length > 0 && (
          <>
            <dt>Told besides</dt>
            <dd>
              {told
                .map((n) => entrySays(machine, { kind: "note", body: { words: n.words, ...(n.about && { about: n.about }) } }))
                .join(" · ")}
            </dd>
          </>
        )}
        <dt>Machine</dt>
        <dd>
          {machine.maker} {machine.model}, {machine.family}
          <br />
          <small className={styles.quiet}>its sheet in revision {ref?.revision}</small>
        </dd>
        <dt>Place</dt>
        <dd>{opened?.place}</dd>
        <dt>Customer</dt>
        <dd>
          {opened?.customer}
          {opened?.phone !== undefined && `, ${opened.phone}`}
        </dd>
        <LiveTests />
      </dl>
    </>
  );
}

function LiveTests() {
  const allowed = useJob((s) => s.job.safety.liveTests);
  const dispatch = useDispatch();
  return (
    <>
      <dt>Live tests</dt>
      <dd>
        {allowed ? "Allowed on this job." : "Not allowed: dead tests only."}{" "}
        <Button onClick={() => dispatch({ do: "record", drafts: [{ kind: "preference", body: { liveTests: !allowed } }] })}>
          {allowed ? "Forbid them" : "Allow them"}
        </Button>
      </dd>
    </>
  );
}
