import { Repeat2, X } from "lucide-react";
import type { Machine } from "../../../core/model/machine/format";
import { type Finding, findingKind, findingSays } from "../../../core/record/finding/finding";
import type { Complaint } from "../../../core/speech/complaint";
import { entrySays } from "../../../core/speech/words/entries";
import { Press } from "../../../ui/Press";
import styles from "./Heard.module.css";

/** Holds what somebody struck out or corrected of what was heard, by what it is about. */
export type Corrections = Readonly<Record<string, string | null>>;

const aboutOf = (f: Finding): string => `${f.kind} ${JSON.stringify(f.place)}`;

/** The findings as they stand after the corrections. */
export const corrected = (findings: readonly Finding[], corrections: Corrections): Finding[] =>
  findings.flatMap((f) => {
    const to = corrections[aboutOf(f)];
    if (to === null) return [];
    return to === undefined || f.result.is !== "answer" ? [f] : [{ ...f, result: { is: "answer", value: to } } as Finding];
  });

interface Props {
  readonly heard: Complaint;
  readonly machine: Machine;
  readonly corrections: Corrections;
  readonly onCorrect: (about: string, to: string | null | undefined) => void;
}

/** Shows what was taken from a customer's words, each to be struck out or turned; the words stay as they are. */
export function Heard({ heard, machine, corrections, onCorrect }: Props) {
  return (
    <ul className={styles.chips} aria-label="Symptoms picked up">
      {heard.findings.map((f) => (
        <Chip key={aboutOf(f)} finding={f} machine={machine} to={corrections[aboutOf(f)]} onCorrect={(to) => onCorrect(aboutOf(f), to)} />
      ))}
      {heard.told.map((note) => (
        <li key={note.words} className={styles.told}>
          {entrySays(machine, { kind: "note", body: note })}
        </li>
      ))}
    </ul>
  );
}

interface ChipProps {
  readonly finding: Finding;
  readonly machine: Machine;
  readonly to: string | null | undefined;
  readonly onCorrect: (to: string | null | undefined) => void;
}

function Chip({ finding, machine, to, onCorrect }: ChipProps) {
  const struck = to === null;
  const [shown = finding] = struck ? [finding] : corrected([finding], to === undefined ? {} : { [aboutOf(finding)]: to });
  const says = findingSays(shown, machine);
  const asks = findingKind(finding).asks(finding, machine);
  const answers = asks && "answers" in asks ? asks.answers : [];
  const now = shown.result.is === "answer" ? shown.result.value : "";
  const next = answers[(answers.indexOf(now) + 1) % Math.max(1, answers.length)];
  const opposite = next === undefined ? "" : findingSays({ ...shown, result: { is: "answer", value: next } } as Finding, machine);
  return (
    <li data-struck={struck}>
      <span>{struck ? <s>{says}</s> : says}</span>
      {!struck && next !== undefined && next !== now && (
        <Press aria-label={`Change to “${opposite}”`} onClick={() => onCorrect(next)}>
          <Repeat2 size={20} aria-hidden />
        </Press>
      )}
      <Press aria-label={struck ? `Restore: ${says}` : `Remove: ${says}`} onClick={() => onCorrect(struck ? undefined : null)}>
        {struck ? "Restore" : <X size={20} aria-hidden />}
      </Press>
    </li>
  );
}
