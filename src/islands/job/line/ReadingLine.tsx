import { CornerDownLeft } from "lucide-react";
import { type FormEvent, useEffect, useId, useMemo, useRef } from "react";
import { type Understanding, understand } from "../../../core/language/understand";
import { vocabularyOf } from "../../../core/naming/vocabulary";
import { readDraft, writeDraft } from "../../drafts/drafts";
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
  const input = useLineInput(`line.${useJob((s) => s.job.id)}`);
  const note = useId();
  const draft = `line.${useJob((s) => s.job.id)}`;
  const edit = (text: string) => void dispatch({ do: "edit-line", text });
  const latest = useRef(line);
  latest.current = line;
  const sending = useRef<string | undefined>(undefined);
  useEffect(() => writeDraft(draft, line), [draft, line]);
  // The line is cleared when its entry is kept somewhere, not before; what was typed meanwhile stays.
  const enter = () => {
    if (!understood?.ok || sending.current === line) return;
    sending.current = line;
    remember(line.trim());
    void obey(understood, dispatch).then(() => {
      sending.current = undefined;
      if (latest.current === line) edit("");
    });
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

/** The field; gone to when something is to be typed into it. What was typed before the page came alive, or was reloaded, is taken over. */
function useLineInput(draft: string) {
  const dispatch = useDispatch();
  const calls = useJob((s) => s.view.lineCalls);
  const input = useRef<HTMLInputElement>(null);
  useEffect(() => {
    const early = input.current?.value || readDraft(draft);
    if (early) void dispatch({ do: "edit-line", text: early });
  }, [dispatch, draft]);
  useEffect(() => {
    if (calls > 0) input.current?.focus();
  }, [calls]);
  return input;
}

function obey(understood: Extract<Understanding, { ok: true }>, dispatch: ReturnType<typeof useDispatch>): Promise<void> {
  if ("drafts" in understood) return dispatch({ do: "record", drafts: understood.drafts });
  switch (understood.command) {
    case "undo":
      return dispatch({ do: "take-back" });
    case "prove":
      return dispatch({ do: "go", bench: "prove" });
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
