import { useState } from "react";
import type { Part } from "../../../../core/model/machine/format";
import { formatValue } from "../../../../core/model/quantity/format";
import type { PartState } from "../../../../core/reason/judging/part-states";
import { limitsOf } from "../../../../core/record/finding/limits/limits-of";
import { draftInCircumstances } from "../../../../core/record/job/circumstances";
import { refusalOf } from "../../../../core/record/job/fold";
import { limitsSay, VERDICT_SAYS } from "../../../../core/speech/words/bench/judgements";
import { stateSays } from "../../../../core/speech/words/bench/part-states";
import { refusalSays } from "../../../../core/speech/words/card/refusals";
import { Button } from "../../../../ui/Button";
import { Press } from "../../../../ui/Press";
import { ReadingField } from "../../../../ui/ReadingField";
import { draftOf } from "../../../panes/reading/subject";
import { SIGN } from "../../../panes/reading/Verdict";
import { useDispatch, useJob, useMachine } from "../../../store/context";
import { newPartDraft } from "./new-part-draft";
import styles from "./Part.module.css";
import type { PartRow, Read } from "./use-part-readings";

type Column = "old" | "fresh";
const HEADS: Record<Column, string> = { old: "In the machine", fresh: "New, on the bench" };

/** All that can be read of a part: healthy, what is in the machine, and a new one before it goes in, by the same judgement. */
export function PartTable({ part, rows }: { readonly part: Part; readonly rows: readonly PartRow[] }) {
  const [open, setOpen] = useState<string | undefined>();
  return (
    <table className={styles.table}>
      <caption className="hidden">{part.name}: old beside new</caption>
      <thead>
        <tr>
          <th scope="col">Read</th>
          <th scope="col">Normal</th>
          <th scope="col">{HEADS.old}</th>
          <th scope="col">{HEADS.fresh}</th>
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => (
          <Row key={row.state.id} row={row} part={part} open={open} onOpen={setOpen} />
        ))}
      </tbody>
    </table>
  );
}

interface RowProps {
  readonly row: PartRow;
  readonly part: Part;
  readonly open: string | undefined;
  readonly onOpen: (cell: string | undefined) => void;
}

function Row({ row: { state, old, fresh }, part, open, onOpen }: RowProps) {
  const machine = useMachine();
  const name = stateSays(machine, state);
  const cell = (column: Column, read: Read | undefined) => {
    const id = `${state.id} ${column}`;
    const label = `${part.name}, ${name}, ${HEADS[column].toLowerCase()}`;
    return (
      <Cell
        state={state}
        column={column}
        read={read}
        besideC={old?.finding.circumstances.partC}
        label={label}
        open={open === id}
        onOpen={(is) => onOpen(is ? id : undefined)}
      />
    );
  };
  return (
    <tr>
      <th scope="row">{name}</th>
      <td data-column="healthy">{limitsSay(limitsOf(machine, state.question))}</td>
      <td data-column="old">{cell("old", old)}</td>
      <td data-column="fresh">{state.onBench ? cell("fresh", fresh) : <span className={styles.later}>once fitted</span>}</td>
    </tr>
  );
}

interface CellProps {
  readonly state: PartState;
  readonly column: Column;
  readonly read: Read | undefined;
  /** °C of the old one, where it is known: a new one lies beside it. */
  readonly besideC: number | undefined;
  readonly label: string;
  readonly open: boolean;
  readonly onOpen: (open: boolean) => void;
}

function Cell({ state, column, read, besideC, label, open, onOpen }: CellProps) {
  const dispatch = useDispatch();
  const refused = useRefused(state, column);
  const { unit } = limitsOf(useMachine(), state.question);
  if (open)
    return (
      <ReadingField
        label={label}
        unit={unit}
        onLeave={() => onOpen(false)}
        onKeep={(value) => {
          const draft = column === "old" ? draftOf(state.question, value) : newPartDraft(state, value, besideC);
          if (draft) void dispatch({ do: "record", drafts: [draft] });
          onOpen(false);
        }}
      />
    );
  if (read) return <Shown read={read} label={label} onAgain={() => onOpen(true)} />;
  if (refused) return <span className={styles.later}>{refused}</span>;
  return (
    <Button aria-label={`Read ${label}`} onClick={() => onOpen(true)}>
      Read
    </Button>
  );
}

/** A reading with its verdict; touched, it is read again. */
function Shown({ read: { judgement }, label, onAgain }: { readonly read: Read; readonly label: string; readonly onAgain: () => void }) {
  const { verdict, shown, unit } = judgement;
  const Sign = SIGN[verdict];
  return (
    <Press className={styles.shown} data-verdict={verdict} aria-label={`Read again: ${label}`} onClick={onAgain}>
      <Sign size={19} strokeWidth={3} aria-hidden /> <b>{formatValue(shown, unit)}</b> <span>{VERDICT_SAYS[verdict].toLowerCase()}</span>
    </Press>
  );
}

/** Why such a reading can't be taken now; `undefined` when it can. */
function useRefused(state: PartState, column: Column): string | undefined {
  const machine = useMachine();
  return useJob(({ job }) => {
    const draft = column === "old" ? draftOf(state.question, 0) : undefined;
    const refusal = draft && refusalOf(job, draftInCircumstances(draft, job));
    return refusal && `not now: ${refusalSays(machine, refusal)}`;
  });
}
