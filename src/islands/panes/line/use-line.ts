import { useEffect, useMemo, useRef } from "react";
import type { Machine } from "../../../core/model/machine/format";
import { vocabularyOf } from "../../../core/model/naming/vocabulary";
import { findingKind, type Question } from "../../../core/record/finding/finding";
import { questionOfCheck } from "../../../core/record/job/checks/index";
import type { CompletionContext } from "../../../core/speech/complete";
import type { Understanding } from "../../../core/speech/understand";
import { answerSays } from "../../../core/speech/words/card/tests";
import { technician } from "../../replica/technician";
import { useDispatch, useJob, useMachine } from "../../store/context";
import { readDraft, writeDraft } from "../../store/drafts";
import { hearing } from "../../store/hearing";
import type { Intent } from "../../store/intent";
import { remember } from "./history";

export function useVocabulary() {
  const machine = useMachine();
  return useMemo(() => vocabularyOf(machine), [machine]);
}

/** Tells how the line is understood as it stands; `undefined` while it is empty. */
export function useUnderstanding(line: string): Understanding | undefined {
  const machine = useMachine();
  const job = useJob((s) => s.job);
  const controls = useJob((s) => s.view.controls);
  const asked = useAsked();
  const ear = hearing.use();
  const isEmpty = line.trim() === "";
  useEffect(() => {
    if (!isEmpty) void hearing.load();
  }, [isEmpty]);
  return useMemo(
    () => (isEmpty ? undefined : ear?.understandOnce(line, { machine, job, controls, by: technician(), ...(asked && { asked }) })),
    [ear, isEmpty, line, machine, job, controls, asked],
  );
}

/** Gives what the card asks for: its place need not be typed again. */
function useAsked() {
  const machine = useMachine();
  const step = useJob((s) => (s.job.closed ? undefined : s.diagnosis.proposal?.step));
  return useMemo(() => {
    if (step?.kind === "test") return step.test.question;
    return step?.kind === "examine" ? questionOfCheck(machine, step.check) : undefined;
  }, [step, machine]);
}

/** Gives what is likely to be said here: by the bench, and, once something is said, by what the card asks for. */
export function useCompletionContext(isEmpty: boolean): CompletionContext {
  const machine = useMachine();
  const bench = useJob((s) => s.view.bench);
  const asked = useAsked();
  const ear = hearing.use();
  return useMemo(
    () => ({ bench, asked: asked && ear && !isEmpty ? wordsAnswering(ear, machine, asked) : [] }),
    [ear, machine, bench, asked, isEmpty],
  );
}

type Ear = Awaited<ReturnType<typeof hearing.load>>;

/** Gives what begins the answer to a question, or the answers themselves. */
function wordsAnswering({ phraseFor }: Ear, machine: Machine, question: Question): readonly string[] {
  const asks = findingKind(question).asks(question, machine);
  if (asks && "answers" in asks) return asks.answers.map((value) => answerSays(machine, question, value));
  return [phraseFor(machine, question)];
}

/** The field. What was typed before the page came alive, or was reloaded, is taken over. */
export function useLineInput(line: string) {
  const dispatch = useDispatch();
  const draft = `line.${useJob((s) => s.job.id)}`;
  const input = useRef<HTMLInputElement>(null);
  useEffect(() => {
    const early = input.current?.value || readDraft(draft);
    if (early) void dispatch({ do: "edit-line", text: early });
  }, [dispatch, draft]);
  useEffect(() => writeDraft(draft, line), [draft, line]);
  return input;
}

/** Sends what a line comes to. Record vent cleared when its entry is kept somewhere, not before; what was typed meanwhile stays. */
export function useSend(line: string): (intents: readonly Intent[]) => void {
  const dispatch = useDispatch();
  const latest = useRef(line);
  latest.current = line;
  const sending = useRef<string | undefined>(undefined);
  return (intents) => {
    if (intents.length === 0 || sending.current === line) return;
    sending.current = line;
    remember(line.trim());
    void Promise.all(intents.map((i) => dispatch(i))).then(() => {
      sending.current = undefined;
      if (latest.current === line) void dispatch({ do: "edit-line", text: "" });
    });
  };
}
