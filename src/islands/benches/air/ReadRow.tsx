import { type ReactNode, useMemo, useState } from "react";
import { formatValue } from "../../../core/model/quantity/format";
import { judgeInJob } from "../../../core/reason/diagnosis/judge-in-job";
import { answers } from "../../../core/record/finding/finding";
import { limitsOf } from "../../../core/record/finding/limits/limits-of";
import { isMetered, type MeteredFinding, type MeteredQuestion } from "../../../core/record/finding/metered";
import { limitsSay } from "../../../core/speech/words/bench/judgements";
import { verdictSays } from "../../../core/speech/words/bench/loaded";
import bench from "../../../ui/Bench.module.css";
import { Button } from "../../../ui/Button";
import { ReadingField } from "../../../ui/ReadingField";
import { draftOf } from "../../panes/reading/subject";
import { SIGN } from "../../panes/reading/Verdict";
import { useDispatch, useJob, useMachine } from "../../store/context";
import styles from "./Air.module.css";

/** Gives what was last read there since the last repair; at the outlet, with the cord as it is asked. */
export function useLast(question: MeteredQuestion): MeteredFinding | undefined {
  const { cord } = question.circumstances;
  return useJob(({ job }) => {
    const found = job.evidence.findLast(
      ({ finding: f, source, fitted }) =>
        source === "technician" &&
        fitted.length === job.fitted.length &&
        isMetered(f) &&
        answers(f, question) &&
        (cord === undefined || (f.circumstances.cord ?? "out") === cord),
    )?.finding;
    return found && isMetered(found) ? found : undefined;
  });
}

interface RowProps {
  readonly name: string;
  readonly question: MeteredQuestion;
  readonly choice?: ReactNode;
  readonly label?: string;
  readonly says?: (value: number) => ReactNode;
}

/** One reading: its field, and what was last read there, judged. */
export function ReadRow({ name, question, choice, label = name, says }: RowProps) {
  const machine = useMachine();
  const dispatch = useDispatch();
  const [open, setOpen] = useState(false);
  const last = useLast(question);
  const limits = useMemo(() => limitsOf(machine, question), [machine, question]);
  return (
    <li>
      <div>
        <h3>
          {name} {choice}
        </h3>
        {last ? <Read finding={last} says={says} /> : <small>normal {limitsSay(limits)}</small>}
      </div>
      <span className={bench.answers}>
        {open ? (
          <ReadingField
            label={label}
            unit={limits.unit}
            onLeave={() => setOpen(false)}
            onKeep={(value) => {
              const draft = draftOf(question, value);
              if (draft) void dispatch({ do: "record", drafts: [draft] });
              setOpen(false);
            }}
          />
        ) : (
          <Button aria-label={`Read: ${label}`} onClick={() => setOpen(true)}>
            {last ? "Read again" : "Read"}
          </Button>
        )}
      </span>
    </li>
  );
}

function Read({ finding, says }: { readonly finding: MeteredFinding; readonly says: RowProps["says"] }) {
  const machine = useMachine();
  const job = useJob((s) => s.job);
  const judgement = useMemo(() => judgeInJob(machine, job, finding), [machine, job, finding]);
  const Sign = SIGN[judgement.verdict];
  return (
    <p data-verdict={judgement.verdict} className={styles.read}>
      <Sign size={18} strokeWidth={3} aria-hidden /> <b>{formatValue(judgement.shown, judgement.unit)}</b> {verdictSays(judgement)}.{" "}
      {says?.(judgement.shown)}
    </p>
  );
}
