import { useState } from "react";
import type { Draft } from "../../../core/record/job/kinds/index";
import bench from "../../../ui/Bench.module.css";
import { Button } from "../../../ui/Button";
import { type Corrections, corrected, Heard } from "../../panes/complaint/Heard";
import { useDispatch, useJob, useMachine } from "../../store/context";
import { hearing } from "../../store/hearing";
import styles from "./Intake.module.css";

/** The customer's words, and what was taken from them as chips: struck out or turned, the words stay. Words that are written later take the place of the first. */
export function Noticed() {
  const complaint = useJob((s) => s.job.complaint);
  const lines = useJob((s) => s.job.record);
  const notes = useJob((s) => s.job.notes);
  const machine = useMachine();
  const dispatch = useDispatch();
  const [writing, setWriting] = useState(false);
  const entries = lines.flatMap((l) => (l.status === "counts" && l.entry.kind === "complaint" ? [l.entry.id] : []));
  const replace = (body: Extract<Draft, { kind: "complaint" }>["body"], more: readonly Draft[] = []) =>
    dispatch({
      do: "record",
      drafts: [...entries.map((entry): Draft => ({ kind: "retract", body: { entry } })), { kind: "complaint", body }, ...more],
    });
  const write = async (words: string) => {
    const { complaintIn } = await hearing.load();
    const { findings, told } = complaintIn(words, machine);
    setWriting(false);
    return replace(
      { words, findings: [...findings] },
      told.filter((t) => !notes.some((n) => n.words === t.words)).map((body): Draft => ({ kind: "note", body })),
    );
  };
  if (writing || !complaint) return <WriteWords words={complaint?.words} onWrite={write} />;
  return (
    <section className={styles.noticed} aria-label="Complaint">
      <header className={bench.head}>
        <h2>“{complaint.words}”</h2>
        <Button look="quiet" onClick={() => setWriting(true)}>
          Rewrite
        </Button>
      </header>
      {complaint.findings.length === 0 && <p className={bench.quiet}>No symptoms picked up. Saved as typed.</p>}
      <Heard
        heard={{ findings: complaint.findings, told: [] }}
        machine={machine}
        corrections={NONE}
        onCorrect={(about, to) => replace({ ...complaint, findings: corrected(complaint.findings, { [about]: to ?? null }) })}
      />
    </section>
  );
}

const NONE: Corrections = {};

function WriteWords({ words, onWrite }: { readonly words: string | undefined; readonly onWrite: (words: string) => Promise<void> }) {
  const [typed, setTyped] = useState(words ?? "");
  return (
    <form
      className={styles.form}
      aria-label="Complaint"
      onSubmit={(e) => {
        e.preventDefault();
        if (typed.trim()) void onWrite(typed.trim());
      }}
    >
      <label className={styles.wide}>
        Complaint, in the customer's words
        <textarea rows={2} maxLength={2000} value={typed} onChange={(e) => setTyped(e.target.value)} />
      </label>
      <div className={styles.wide}>
        <Button type="submit" disabled={!typed.trim()}>
          Save complaint
        </Button>
      </div>
    </form>
  );
}
