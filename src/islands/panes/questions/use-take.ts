import { controlsIn } from "../../../core/record/finding/circumstances";
import type { Question } from "../../../core/record/finding/finding";
import { useDispatch, useMachine } from "../../store/context";
import { hearing } from "../../store/hearing";

/** Leads to the reading line, with the words that begin the answer to a question. */
export function useTake(): (question: Question) => void {
  const machine = useMachine();
  const dispatch = useDispatch();
  return (question) =>
    void hearing
      .load()
      .then(({ phraseFor }) => dispatch({ do: "type", text: phraseFor(machine, question), controls: controlsIn(question.circumstances) }));
}
