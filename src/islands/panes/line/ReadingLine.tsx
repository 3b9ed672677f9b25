import { CornerDownLeft, Grid3x3 } from "lucide-react";
import { type FormEvent, useEffect, useId, useState } from "react";
import type { Reading, Understanding } from "../../../core/speech/understand";
import { Press } from "../../../ui/Press";
import { whenIdle } from "../../../ui/when-idle";
import { useDispatch, useJob } from "../../store/context";
import { hearing } from "../../store/hearing";
import { Answer } from "./Answer";
import { intentsFor, isWhole, noteSays, stateOf } from "./intents";
import { Keypad } from "./Keypad";
import { Offers } from "./Offers";
import { OpenNote } from "./OpenNote";
import styles from "./ReadingLine.module.css";
import { Readings } from "./Readings";
import { useCompletion } from "./use-completion";
import { useKeypad } from "./use-keypad";
import { useCompletionContext, useLineInput, useSend, useUnderstanding, useVocabulary } from "./use-line";

/** The field as it is for trade words: nothing of the browser's completes, corrects or capitalises them. */
const FIELD = {
  placeholder: "element OL · turns, no heat · rear off",
  "aria-label": "Reading line",
  autoComplete: "off",
  autoCapitalize: "off",
  autoCorrect: "off",
  spellCheck: false,
  enterKeyHint: "enter",
} as const;

/** Takes what a technician would mutter; says how it understood before Enter, and keeps it whatever it is. */
export function ReadingLine() {
  const dispatch = useDispatch();
  const line = useJob((s) => s.view.line);
  const understood = useUnderstanding(line);
  const answered = useJob((s) => s.view.asked !== undefined);
  const input = useLineInput(line);
  const keypad = useKeypad(
    useJob((s) => s.view.lineCalls),
    () => input.current?.focus(),
  );
  const send = useSend(line);
  const note = useId();
  const edit = (text: string) => void dispatch({ do: "edit-line", text });
  const intents = understood ? intentsFor(understood, line) : [];
  const enter = useEnter(line, understood, () => {
    send(intents);
    if (intents.length > 0) keypad.hide();
  });
  const completion = useCompletion({
    line,
    vocabulary: useVocabulary(),
    context: useCompletionContext(line.trim() === ""),
    understood: isWhole(understood),
    edit,
    enter,
  });
  const submit = (e: FormEvent) => {
    e.preventDefault();
    enter();
  };
  return (
    <>
      <Answer />
      {line.trim() === "" && !answered && <OpenNote />}
      {understood && "readings" in understood && <Ask understood={understood} onPick={({ drafts }) => send([{ do: "record", drafts }])} />}
      <div className={styles.dock}>
        {keypad.shown && <Keypad line={line} edit={edit} close={keypad.hide} />}
        <form className={styles.line} data-state={stateOf(understood)} onSubmit={submit}>
          <Offers completion={completion} held={keypad.shown} />
          <input {...completion.inputProps(input)} {...FIELD} aria-describedby={note} />
          <output id={note} className={styles.note}>
            {noteSays(understood)}
          </output>
          {!keypad.shown && <KeysButton onShow={keypad.show} />}
          <button type="submit" disabled={line.trim() === "" || (understood !== undefined && intents.length === 0)} aria-label="Enter">
            <CornerDownLeft size={22} aria-hidden />
          </button>
        </form>
      </div>
    </>
  );
}

/** Enter; on a line that is not understood yet, as soon as it is. What understands it comes while the page rests, at the latest when something is typed. */
function useEnter(line: string, understood: Understanding | undefined, enter: () => void): () => void {
  const [waits, setWaits] = useState<string | undefined>();
  useEffect(() => whenIdle(() => void hearing.load()), []);
  useEffect(() => {
    if (waits === undefined || !understood) return;
    setWaits(undefined);
    if (waits === line) enter();
  });
  return () => (understood || line.trim() === "" ? enter() : setWaits(line));
}

/** Shows what the line may mean, one touch each. */
function Ask({ understood, onPick }: { readonly understood: Asking; readonly onPick: (reading: Reading) => void }) {
  if (understood.readings.length === 0) return null;
  return (
    <div className={styles.ask}>
      <p>{understood.is === "unclear" ? understood.says : "Did you mean"}</p>
      <Readings readings={understood.readings} onPick={onPick} />
    </div>
  );
}
type Asking = Extract<Understanding, { readonly readings: readonly Reading[] }>;

/** For fingers only: who has keys needs none on the screen. */
const KeysButton = ({ onShow }: { readonly onShow: () => void }) => (
  <Press className={styles.keys} aria-label="Open keypad" onClick={onShow}>
    <Grid3x3 size={22} aria-hidden />
  </Press>
);
