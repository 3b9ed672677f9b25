import { useState } from "react";
import { isDangerous } from "../../../core/record/job/danger";
import { Button } from "../../../ui/Button";
import { WordsForm } from "../../../ui/WordsForm";
import { useDispatch, useJob } from "../../store/context";
import styles from "./Deciding.module.css";

/** Work that is declined: what, why, whether the machine can hurt somebody as it stands, and that it is marked where it can. */
export function Decline({ proposed }: { readonly proposed: string }) {
  const dispatch = useDispatch();
  const job = useJob((s) => s.job);
  const customer = job.opened?.customer ?? "";
  const [asking, setAsking] = useState(false);
  const [unsafe, setUnsafe] = useState<boolean | undefined>();
  const [marked, setMarked] = useState(false);
  const [ends, setEnds] = useState<boolean | undefined>();
  if (job.closed) return null;
  if (!asking)
    return (
      <Button look="quiet" onClick={() => setAsking(true)}>
        It is declined…
      </Button>
    );
  const mustMark = unsafe === true || (ends === true && isDangerous(job));
  return (
    <section className={styles.decline} aria-label="Declined work">
      <h3>Declined</h3>
      <Question says="Can the machine hurt somebody as it stands?" answer={unsafe} onAnswer={setUnsafe} />
      <Question says="Does the visit end with it?" answer={ends} onAnswer={setEnds} />
      {mustMark && (
        <label className={styles.mark}>
          <input type="checkbox" checked={marked} onChange={(e) => setMarked(e.target.checked)} />
          “Do not use” is on the machine; cord out or breaker off{job.machine?.burner ? ", gas cock shut" : ""}
        </label>
      )}
      <WordsForm
        fields={{
          what: { label: "What was declined", most: 300, first: proposed },
          why: { label: "Why, in the customer’s words", most: 300, optional: true },
          to: { label: "Who was told", most: 120, first: customer },
        }}
        button="Keep that it is declined"
        amiss={() => {
          if (unsafe === undefined) return "Say first whether the machine can hurt somebody as it stands";
          if (ends === undefined) return "Say first whether the visit ends with it";
          return mustMark && !marked ? "It can hurt somebody: cut it off and put “do not use” on it first, then say so" : undefined;
        }}
        onLeave={() => setAsking(false)}
        onKeep={({ what, why, to }) => {
          setAsking(false);
          return dispatch({
            do: "record",
            drafts: [
              {
                kind: "declined",
                body: {
                  what,
                  unsafe: unsafe ?? true,
                  ends: ends ?? false,
                  ...(why && { why }),
                  ...(to && { to }),
                  ...(marked && { marked: true as const }),
                },
              },
            ],
          });
        }}
      />
    </section>
  );
}

interface QuestionProps {
  readonly says: string;
  readonly answer: boolean | undefined;
  readonly onAnswer: (answer: boolean) => void;
}

function Question({ says, answer, onAnswer }: QuestionProps) {
  return (
    <fieldset className={styles.question}>
      <legend>{says}</legend>
      {([true, false] as const).map((a) => (
        <Button key={String(a)} aria-pressed={answer === a} onClick={() => onAnswer(a)}>
          {a ? "Yes" : "No"}
        </Button>
      ))}
    </fieldset>
  );
}
