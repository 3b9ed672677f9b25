import { useEffect, useMemo } from "react";
import { noteLeft, noteRead } from "../../../core/record/job/read-note";
import type { Note } from "../../../core/record/job/state";
import type { Reading } from "../../../core/speech/understand";
import { Button } from "../../../ui/Button";
import { useDispatch, useJob, useMachine } from "../../store/context";
import { hearing } from "../../store/hearing";
import styles from "./OpenNote.module.css";
import { Readings } from "./Readings";

/** The last words that were kept as a note and may have meant more: asked about until somebody says what they are. */
export function OpenNote() {
  const note = useJob((s) => (s.job.closed ? undefined : s.job.notes.findLast((n) => n.open)));
  return note ? <Asked note={note} /> : null;
}

function Asked({ note }: { readonly note: Note }) {
  const dispatch = useDispatch();
  const readings = useNoteReadings(note);
  const pick = ({ drafts }: Reading) => void dispatch({ do: "record", drafts: noteRead(note, drafts) });
  return (
    <section className={styles.note} aria-label="Saved as a note">
      <p>
        Saved: <b>“{note.words}”</b>. {readings.length > 0 ? "Did you mean" : "Say it another way, or leave it."}
      </p>
      <Readings readings={readings} onPick={pick} />
      <Button look="quiet" onClick={() => dispatch({ do: "record", drafts: noteLeft(note) })}>
        Just a note
      </Button>
    </section>
  );
}

const NONE: readonly Reading[] = [];

/** Gives what a note's words may mean in the job as it stands now. */
export function useNoteReadings({ words }: Note): readonly Reading[] {
  const machine = useMachine();
  const job = useJob((s) => s.job);
  const ear = hearing.use();
  useEffect(() => void hearing.load(), []);
  return useMemo(() => ear?.readingsOf(words, { machine, job }) ?? NONE, [ear, words, machine, job]);
}
