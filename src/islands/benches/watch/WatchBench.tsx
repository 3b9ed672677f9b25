import { useMemo } from "react";
import type { Machine } from "../../../core/model/machine/format";
import { panelName } from "../../../core/model/naming/names";
import { clockSays } from "../../../core/model/naming/text";
import { askedSights } from "../../../core/model/sights/sights";
import type { Question } from "../../../core/record/finding/finding";
import { CODE_ASKED, codeAnswers } from "../../../core/record/finding/kinds/code";
import bench from "../../../ui/Bench.module.css";
import { Button } from "../../../ui/Button";
import { answered } from "../../panes/questions/QuestionButtons";
import { QuestionRow } from "../../panes/questions/QuestionRow";
import { useDispatch, useJob, useMachine } from "../../store/context";
import { Run } from "./Run";
import { type RunClock, useRun } from "./use-run";
import styles from "./Watch.module.css";

/** Shows what a running machine shows: a run with the clock, what was kept of such runs, and what can be seen of this machine, each answered at a touch. */
export function WatchBench() {
  const machine = useMachine();
  const sights = useMemo(() => askedSights(machine).filter((s) => s.id !== "airflow"), [machine]);
  const clock = useRun(useJob((s) => s.job.id));
  const off = useJob((s) => s.job.panelsOff);
  return (
    <>
      {off.length > 0 && (
        <p className={bench.caution}>⚠ Don't run it with panels off: {off.map((p) => panelName(machine, p)).join(", ")}.</p>
      )}
      <Run clock={clock} />
      <Kept clock={clock} />
      <Skip />
      <h2 className="hidden">One by one</h2>
      <ul className={bench.grid} aria-label="What it does">
        {sights.map(({ id, name }) => (
          <QuestionRow key={id} name={name} question={{ kind: "sight", place: { sight: id }, circumstances: {} }} />
        ))}
      </ul>
      <Codes machine={machine} />
    </>
  );
}

/** The runs that were kept; each can be corrected: the one before it is taken back. */
function Kept({ clock: { run, correct } }: { readonly clock: RunClock }) {
  const lines = useJob((s) => s.job.record);
  const kept = lines.flatMap((l) => (l.status === "counts" && l.entry.kind === "watched" ? [l.entry] : []));
  if (kept.length === 0 || run) return null;
  return kept.map((e) => (
    <p key={e.id} className={styles.kept}>
      A run of {clockSays(e.body.seconds)} is saved.
      <Button look="quiet" onClick={() => correct(e.id, e.body)}>
        Edit and resend…
      </Button>
    </p>
  ));
}

const REASONS = ["not safe to run", "already open", "no power here"] as const;

/** A run that is not watched is left out with a reason, not in silence. */
function Skip() {
  const notDone = useJob((s) => s.job.notDone);
  const lines = useJob((s) => s.job.record);
  const dispatch = useDispatch();
  const given = notDone.findLast((n) => n.check === WATCHED);
  const watched = lines.some((l) => l.status === "counts" && l.entry.kind === "watched");
  if (watched) return null;
  if (given) return <p className={bench.quiet}>Skipped: {given.why}.</p>;
  return (
    <p className={styles.skip}>
      Skip it:
      {REASONS.map((why) => (
        <Button
          key={why}
          look="quiet"
          onClick={() => dispatch({ do: "record", drafts: [{ kind: "not-done", body: { check: WATCHED, why } }] })}
        >
          {why}
        </Button>
      ))}
    </p>
  );
}
const WATCHED = "watch-it-run";

const SHOWS_CODE: Question = { kind: "code", place: { on: "display" }, circumstances: {} };

/** The fault codes of a board, each at a touch. */
function Codes({ machine }: { readonly machine: Machine }) {
  const dispatch = useDispatch();
  const codes = codeAnswers(machine);
  if (codes.length < 2) return null;
  return (
    <ul className={bench.codes} aria-label={CODE_ASKED.name}>
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
