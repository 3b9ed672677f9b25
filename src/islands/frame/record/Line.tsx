import { Undo2 } from "lucide-react";
import { type RecordLine, stampOfLine } from "../../../core/record/job/fold";
import { noteRead } from "../../../core/record/job/read-note";
import type { Note } from "../../../core/record/job/state";
import { lineSays, madeBySays } from "../../../core/speech/words/entries";
import { Clock } from "../../../ui/Clock";
import { Press } from "../../../ui/Press";
import { useNoteReadings } from "../../panes/line/OpenNote";
import { Readings } from "../../panes/line/Readings";
import { useDispatch, useJob } from "../../store/context";
import styles from "./Record.module.css";

interface Props {
  readonly line: RecordLine;
  readonly retraction: string | undefined;
}

export function Line({ line, retraction }: Props) {
  const { id, at } = stampOfLine(line);
  const machine = useJob((s) => s.job.machine);
  const waiting = useJob((s) => s.waiting.has(id));
  const strange = useJob((s) => s.diagnosis.standing?.strange.includes(id) ?? false);
  const { says, reason } = lineSays(machine, line);
  return (
    <li data-status={line.status} data-waiting={waiting}>
      <Clock at={at} />
      <span className={styles.text}>
        {line.status === "retracted" ? <s>{says}</s> : says}
        {line.status === "retracted" && <em> voided</em>}
        {reason !== undefined && <em> does not count: {reason}</em>}
        {line.status === "counts" && strange && <em className={styles.strange}> unexplained</em>}
        <small className={styles.made}>{madeBySays(line)}</small>
        {waiting && <em className={styles.waiting}> ○ not sent yet</em>}
      </span>
      {line.status === "counts" && <NoteReadings entry={id} />}
      {line.status === "counts" && <PathButton entry={id} />}
      <BackButton line={line} says={says} retraction={retraction} />
    </li>
  );
}

/** Shows what a note may have meant, one touch each. */
function NoteReadings({ entry }: { readonly entry: string }) {
  const note = useJob((s) => (s.job.closed ? undefined : s.job.notes.find((n) => n.entry === entry && n.open)));
  return note ? <Read note={note} /> : null;
}

function Read({ note }: { readonly note: Note }) {
  const dispatch = useDispatch();
  const readings = useNoteReadings(note);
  return <Readings readings={readings} onPick={({ drafts }) => void dispatch({ do: "record", drafts: noteRead(note, drafts) })} />;
}

/** Shows on the sheet how a reading's current went, where that is not plain. */
function PathButton({ entry }: { readonly entry: string }) {
  const dispatch = useDispatch();
  const known = useJob((s) => s.diagnosis.standing?.paths.some((p) => p.entry === entry) ?? false);
  const shown = useJob((s) => s.view.path === entry);
  if (!known) return null;
  return (
    <Press className={styles.way} aria-pressed={shown} onClick={() => dispatch({ do: "show-path", entry: shown ? undefined : entry })}>
      {shown ? "Hide current path" : "Show current path"}
    </Press>
  );
}

/** The opening stands, and so does what can't be read: what it would take back, nobody here knows. */
function BackButton({ line, says, retraction }: Props & { readonly says: string }) {
  const dispatch = useDispatch();
  if (line.status === "unreadable" || line.entry.kind === "opened") return null;
  if (line.status !== "retracted") {
    const { id } = line.entry;
    return (
      <Press aria-label={`Void entry: ${says}`} title="Void entry" onClick={() => dispatch({ do: "take-back", entry: id })}>
        <Undo2 size={20} aria-hidden />
      </Press>
    );
  }
  if (retraction === undefined) return null;
  return <Press onClick={() => dispatch({ do: "take-back", entry: retraction })}>Restore entry</Press>;
}
