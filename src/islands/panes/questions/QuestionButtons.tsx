import { capital } from "../../../core/model/naming/text";
import { UNTOLD } from "../../../core/model/sights/sights";
import { type Finding, findingKind, type Question } from "../../../core/record/finding/finding";
import { answerSays } from "../../../core/speech/words/card/tests";
import { Button } from "../../../ui/Button";
import { useDispatch, useMachine } from "../../store/context";
import { useTake } from "./use-take";

interface Props {
  readonly question: Question;
  /** Without “can't tell”: a check is made, or it is said why not. */
  readonly told?: boolean;
}

/** A button for each answer, all alike and none chosen; or the way to the line for a reading. */
export function QuestionButtons({ question, told = false }: Props) {
  const machine = useMachine();
  const dispatch = useDispatch();
  const take = useTake();
  const asks = findingKind(question).asks(question, machine);
  if (!asks || !("answers" in asks)) {
    return (
      <Button look="main" onClick={() => take(question)}>
        Enter reading
      </Button>
    );
  }
  return [...asks.answers, ...(told ? [] : [UNTOLD])].map((value) => (
    <Button
      key={value}
      look={value === UNTOLD ? "quiet" : "plain"}
      onClick={() => dispatch({ do: "record", drafts: [{ kind: "finding", body: answered(question, value) }] })}
    >
      {value === UNTOLD ? "Can't tell" : buttonSays(capital(answerSays(machine, question, value)))}
    </Button>
  ));
}

/** “Looks good” is “Good” on a button. */
const buttonSays = (says: string): string => (says.startsWith("Looks ") ? capital(says.slice("Looks ".length)) : says);

/** A question with its answer. */
export const answered = (question: Question, value: string): Finding => ({ ...question, result: { is: "answer", value } }) as Finding;
