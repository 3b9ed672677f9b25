import { capital } from "../../../core/model/naming/text";
import { answers, findingKind, type Question } from "../../../core/record/finding/finding";
import { answerSays } from "../../../core/speech/words/card/tests";
import styles from "../../../ui/Bench.module.css";
import { Button } from "../../../ui/Button";
import { useDispatch, useJob, useMachine } from "../../store/context";
import { answered } from "./QuestionButtons";
import { useTake } from "./use-take";

interface Props {
  readonly name: string;
  readonly question: Question;
  /** Answers by their words instead of yes and no. */
  readonly inWords?: boolean;
}

/** A question with its answers as equal buttons, or the way to the line; what was last found since the last repair is marked. */
export function QuestionRow({ name, question, inWords = false }: Props) {
  const machine = useMachine();
  const dispatch = useDispatch();
  const take = useTake();
  const last = useJob(({ job }) =>
    job.evidence.findLast((e) => e.source === "technician" && e.fitted.length === job.fitted.length && answers(e.finding, question)),
  );
  const asks = findingKind(question).asks(question, machine);
  return (
    <li>
      <h3>
        {name}
        {last && !("answers" in (asks ?? {})) && <small> {findingKind(last.finding).says(last.finding, machine)}</small>}
      </h3>
      <span className={styles.answers}>
        {asks && "answers" in asks ? (
          asks.answers.map((value) => (
            <Button
              key={value}
              aria-pressed={last?.finding.result.is === "answer" && last.finding.result.value === value}
              aria-label={`${name}: ${answerSays(machine, question, value)}`}
              onClick={() => dispatch({ do: "record", drafts: [{ kind: "finding", body: answered(question, value) }] })}
            >
              {capital(inWords ? answerSays(machine, question, value) : value)}
            </Button>
          ))
        ) : (
          <Button onClick={() => take(question)}>Enter reading</Button>
        )}
      </span>
    </li>
  );
}
