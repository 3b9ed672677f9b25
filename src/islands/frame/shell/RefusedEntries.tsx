import { readKept } from "../../../core/record/job/entry";
import { entrySays, unreadableSays } from "../../../core/speech/words/entries";
import { Button } from "../../../ui/Button";
import type { Pending } from "../../replica/queue";
import { useDispatch, useJob } from "../../store/context";
import { hearing } from "../../store/hearing";
import styles from "./JobView.module.css";

/** Entries that the server would not take, each with its reason. They stay until somebody has seen why. */
export function RefusedEntries() {
  const refused = useJob((s) => s.refused);
  return refused.map((r) => <RefusedEntry key={r.order} refused={r} />);
}

function RefusedEntry({ refused: { order, entry, refused } }: { readonly refused: Pending }) {
  const machine = useJob((s) => s.job.machine);
  const dispatch = useDispatch();
  const kept = readKept(entry);
  const finding = kept.readable && kept.entry.kind === "finding" ? kept.entry.body : undefined;
  const correct = async () => {
    if (!machine || !finding) return;
    const { typedFinding } = await hearing.load();
    await dispatch({ do: "type", text: typedFinding(machine, finding) });
  };
  return (
    <div role="alert" className={styles.refused}>
      <p>
        The server rejected “{kept.readable ? entrySays(machine, kept.entry) : unreadableSays(kept.entry)}”: {refused}. It is kept here and
        counts for nothing.
      </p>
      <span>
        {machine && finding && <Button onClick={() => void correct()}>Edit and resend…</Button>}
        <Button onClick={() => void dispatch({ do: "send-again", order })}>Send again</Button>
        <Button onClick={() => void dispatch({ do: "drop-refused", order })}>Discard</Button>
      </span>
    </div>
  );
}
