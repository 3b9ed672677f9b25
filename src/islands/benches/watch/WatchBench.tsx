import { useMemo } from "react";
import type { Question } from "../../../core/finding/finding";
import { CODE_ASKED, codeAnswers } from "../../../core/finding/kinds/code";
import { askedSights } from "../../../core/finding/sights";
import type { Machine } from "../../../core/machine/format";
import { panelName } from "../../../core/naming/names";
import { Button } from "../../../ui/Button";
import { answered } from "../../job/next/QuestionButtons";
import { useDispatch, useJob, useMachine } from "../../job/store/context";
import { SheetPane } from "../../sheet/SheetPane";
import styles from "../shared/Bench.module.css";
import { QuestionRow } from "../shared/QuestionRow";

/** What a running machine shows: everything that can be seen of this one, each answered at a touch; the sheet under it. */
export function WatchBench() {
  const machine = useMachine();
  const sights = useMemo(() => askedSights(machine).filter((s) => s.id !== "airflow"), [machine]);
  const off = useJob((s) => s.job.panelsOff);
  return (
    <>
      {off.length > 0 && (
        <p className={styles.caution}>⚠ Not to be run with panels off: {off.map((p) => panelName(machine, p)).join(", ")}.</p>
      )}
      <ul className={styles.grid} aria-label="What it does">
        {sights.map(({ id, name }) => (
          <QuestionRow key={id} name={name} question={{ kind: "sight", place: { sight: id }, circumstances: {} }} />
        ))}
      </ul>
      <Codes machine={machine} />
      <div className={styles.split}>
        <SheetPane />
      </div>
    </>
  );
}

const SHOWS_CODE: Question = { kind: "code", place: { on: "display" }, circumstances: {} };

/** The fault codes of a board, each at a touch. */
function Codes({ machine }: { readonly machine: Machine }) {
  const dispatch = useDispatch();
  const codes = codeAnswers(machine);
  if (codes.length < 2) return null;
  return (
    <ul className={styles.codes} aria-label={CODE_ASKED.name}>
      {codes.map(({ value, says }) => (
        <li key={value}>
          <Button
            aria-label={says}
            title={says}
            onClick={() => dispatch({ do: "record", drafts: [{ kind: "finding", body: answered(SHOWS_CODE, value) }] })}
          >
            {value === "none" ? "No code" : value}
          </Button>
        </li>
      ))}
    </ul>
  );
}
