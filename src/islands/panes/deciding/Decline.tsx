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
        Customer declined…
      </Button>
    );
  const mustMark = unsafe === true || (ends === true && isDangerous(job));
  return (
    <section className={styles.decline} aria-label="Declined work">
      <h3>Declined</h3>
      <Question says="Is it unsafe to use right now?" answer={unsafe} onAnswer={setUnsafe} />
      <Question says="Does this end the visit?" answer={ends} onAnswer={setEnds} />
      {mustMark && (
        <label className={styles.mark}>
          <input type="checkbox" checked={marked} onChange={(e) => setMarked(e.target.checked)} />
          Tagged DO NOT USE; unplugged or breaker off{job.machine?.burner ? ", gas off" : ""}
        </label>
      )}
      <WordsForm
        fields={{
          what: { label: "What was declined", most: 300, first: proposed },
          why: { label: "Why, in the customer’s words", most: 300, optional: true },
          to: { label: "Who was told", most: 120, first: customer },
        }}
        button="Save declined work"
        amiss={() => {
          if (unsafe === undefined) return "First answer: is it unsafe to use right now?";
          if (ends === undefined) return "First answer: does this end the visit?";
          return mustMark && !marked ? "It's unsafe: unplug it, turn the gas off, tag it DO NOT USE, then check the box" : undefined;
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
