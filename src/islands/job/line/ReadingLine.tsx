import { CornerDownLeft } from "lucide-react";
import { type FormEvent, useEffect, useId, useMemo, useRef } from "react";
import { type Understanding, understand } from "../../../core/language/understand";
import { vocabularyOf } from "../../../core/naming/vocabulary";
import { useDispatch, useJob, useMachine } from "../store/context";
import { remember } from "./history";
import { Offers } from "./Offers";
import styles from "./ReadingLine.module.css";
import { useCompletion } from "./use-completion";

type Understood = Understanding | undefined;

/** Takes what a technician would mutter; says how it understood before Enter. */
export function ReadingLine() {
  const dispatch = useDispatch();
  const line = useJob((s) => s.view.line);
  const understood = useUnderstanding(line);
  const input = useLineInput();
  const note = useId();
  const edit = (text: string) => dispatch({ do: "edit-line", text });
  const enter = () => {
    if (!understood?.ok) return;
    remember(line.trim());
    edit("");
    obey(understood, dispatch);
  };
  const vocabulary = useVocabulary();
  const completion = useCompletion({ line, vocabulary, understood: understood?.ok ?? false, edit, enter });
  const submit = (e: FormEvent) => {
    e.preventDefault();
    enter();
  };
  return (
    <form className={styles.line} data-state={stateOf(understood)} onSubmit={submit}>
      <Offers completion={completion} />
      <input
        {...completion.inputProps(input)}
        placeholder="element OL · turns, no heat · rear off"
        aria-label="Reading line"
        aria-describedby={note}
        autoComplete="off"
        autoCapitalize="off"
        autoCorrect="off"
        spellCheck={false}
        enterKeyHint="enter"
      />
      <output id={note} className={styles.note}>
        {noteOf(understood)}
      </output>
      <button type="submit" disabled={!understood?.ok} aria-label="Enter">
        <CornerDownLeft size={22} aria-hidden />
      </button>
    </form>
  );
}

function useVocabulary() {
  const machine = useMachine();
  return useMemo(() => vocabularyOf(machine), [machine]);
}

function useUnderstanding(line: string): Understood {
  const machine = useMachine();
  const vocabulary = useVocabulary();
  const job = useJob((s) => s.job);
  const controls = useJob((s) => s.view.controls);
  return useMemo(
    () => (line.trim() === "" ? undefined : understand(line, { machine, vocabulary, job, controls })),
    [line, machine, vocabulary, job, controls],
  );
}

/** The field; gone to when something is to be typed into it. What was typed before the page came alive is taken over. */
function useLineInput() {
  const dispatch = useDispatch();
  const calls = useJob((s) => s.view.lineCalls);
  const input = useRef<HTMLInputElement>(null);
  useEffect(() => {
    const early = input.current?.value;
    if (early) dispatch({ do: "edit-line", text: early });
  }, [dispatch]);
  useEffect(() => {
    if (calls > 0) input.current?.focus();
  }, [calls]);
  return input;
}

function obey(understood: Extract<Understanding, { ok: true }>, dispatch: ReturnType<typeof useDispatch>): void {
  if ("drafts" in understood) {
    dispatch({ do: "record", drafts: understood.drafts });
    return;
  }
  switch (understood.command) {
    case "undo":
      dispatch({ do: "take-back" });
      return;
    case "prove":
      dispatch({ do: "go", bench: "prove" });
      return;
  }
}

const stateOf = (understood: Understood): string =>
  understood === undefined ? "empty" : understood.ok ? ("warns" in understood && understood.warns ? "warns" : "ok") : "bad";
const noteOf = (understood: Understood): string =>
  understood === undefined
    ? ""
    : !understood.ok
      ? understood.message
      : "warns" in understood && understood.warns
        ? `✓ ${understood.says} ⚠ ${understood.warns}`
        : `✓ ${understood.says}`;
