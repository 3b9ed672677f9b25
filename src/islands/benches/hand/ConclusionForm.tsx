import { conclusionFrom } from "../../../core/speech/words/report/report";
import { WordsForm } from "../../../ui/WordsForm";
import { useDispatch, useJob, useMachine } from "../../store/context";

/** Shows what it was: proposed from the record, corrected, kept. */
export function ConclusionForm({ onDone, main = false }: { readonly onDone: () => void; readonly main?: boolean }) {
  const machine = useMachine();
  const dispatch = useDispatch();
  const job = useJob((s) => s.job);
  const leader = useJob((s) => s.diagnosis.standing?.suspects[0]);
  const proposed = { ...conclusionFrom(machine, job, leader), ...job.conclusion };
  return (
    <section aria-label="What failed">
      <WordsForm
        fields={{
          wrong: { label: "What was wrong", most: 300, first: proposed.wrong },
          cause: { label: "What caused it", most: 300, optional: true, first: proposed.cause ?? "" },
          proved: { label: "What proved it", most: 600, optional: true, first: proposed.proved ?? "" },
        }}
        button="Save"
        main={main}
        onLeave={onDone}
        onKeep={({ wrong, cause, proved }) => {
          onDone();
          return dispatch({
            do: "record",
            drafts: [{ kind: "conclusion", body: { wrong, ...(cause && { cause }), ...(proved && { proved }) } }],
          });
        }}
      />
    </section>
  );
}
