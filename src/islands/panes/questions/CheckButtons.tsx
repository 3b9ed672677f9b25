import { useState } from "react";
import { checkId, type OpenCheck, questionOfCheck } from "../../../core/record/job/checks/index";
import { Button } from "../../../ui/Button";
import styles from "../../../ui/NextCard.module.css";
import { useDispatch, useJob, useMachine } from "../../store/context";
import { useDraftText } from "../../store/drafts";
import { QuestionButtons } from "./QuestionButtons";

/** A check: its question's answers, what was put right where that clears it, or that it was not made, with why. */
export function CheckButtons({ check }: { readonly check: OpenCheck }) {
  const machine = useMachine();
  const dispatch = useDispatch();
  const [asksWhy, setAsksWhy] = useState(false);
  if (asksWhy) return <WhyNot check={check} onLeft={() => setAsksWhy(false)} />;
  return (
    <>
      {check.code === "vent" && (
        <Button
          onClick={() => dispatch({ do: "record", drafts: [{ kind: "fitted", body: { assembly: check.part, action: "put-right" } }] })}
        >
          Record vent cleared
        </Button>
      )}
      <QuestionButtons question={questionOfCheck(machine, check)} told />
      <Button look="quiet" onClick={() => setAsksWhy(true)}>
        Not done
      </Button>
    </>
  );
}

function WhyNot({ check, onLeft }: { readonly check: OpenCheck; readonly onLeft: () => void }) {
  const dispatch = useDispatch();
  const [why, setWhy] = useDraftText(`why.${useJob((s) => s.job.id)}.${checkId(check)}`);
  const submit = () => {
    if (why.trim() === "") return;
    dispatch({ do: "record", drafts: [{ kind: "not-done", body: { check: checkId(check), why: why.trim() } }] });
    setWhy("");
    onLeft();
  };
  return (
    <form
      className={styles.whyNot}
      onSubmit={(event) => {
        event.preventDefault();
        submit();
      }}
      aria-label="Why it was not done"
    >
      <label>
        Why not?
        {/* biome-ignore lint/a11y/noAutofocus: it was asked for by a touch a moment ago */}
        <input value={why} onChange={(e) => setWhy(e.target.value)} maxLength={300} autoFocus />
      </label>
      <Button type="submit" disabled={why.trim() === ""}>
        Record
      </Button>
      <Button onClick={onLeft}>Back</Button>
    </form>
  );
}
