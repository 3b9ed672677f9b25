import { X } from "lucide-react";
import { answerSays } from "../../../core/speech/answers";
import { Press } from "../../../ui/Press";
import { useDispatch, useJob, useMachine } from "../../store/context";
import styles from "./Answer.module.css";

/** The answer to a question that was asked in the line, over it, until it is put away. */
export function Answer() {
  const dispatch = useDispatch();
  const asked = useJob((s) => s.view.asked);
  const machine = useMachine();
  const job = useJob((s) => s.job);
  const suspects = useJob((s) => s.diagnosis.standing?.suspects);
  const proposal = useJob((s) => s.diagnosis.proposal);
  if (!asked) return null;
  const { says, more } = answerSays(asked, { machine, job, suspects, proposal });
  return (
    <section className={styles.answer} aria-label="Answer" aria-live="polite">
      <div>
        <p>{says}</p>
        {more.length > 0 && (
          <ul>
            {more.map((m) => (
              <li key={m}>{m}</li>
            ))}
          </ul>
        )}
      </div>
      <Press aria-label="Close the answer" onClick={() => dispatch({ do: "answer", asked: undefined })}>
        <X size={24} aria-hidden />
      </Press>
    </section>
  );
}
