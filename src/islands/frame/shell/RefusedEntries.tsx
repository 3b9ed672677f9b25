import type { Machine } from "../../../core/model/machine/format";
import type { Finding } from "../../../core/record/finding/finding";
import { readKept } from "../../../core/record/job/entry";
import { phraseFor } from "../../../core/speech/phrases";
import { entrySays, unreadableSays } from "../../../core/speech/words/entries";
import { Button } from "../../../ui/Button";
import type { Pending } from "../../replica/queue";
import { useDispatch, useJob } from "../../store/context";
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
  const typed = machine && kept.readable && kept.entry.kind === "finding" ? wordsOf(machine, kept.entry.body) : undefined;
  return (
    <div role="alert" className={styles.refused}>
      <p>
        The server refused “{kept.readable ? entrySays(machine, kept.entry) : unreadableSays(kept.entry)}”: {refused}. It is kept here and
        counts for nothing.
      </p>
      <span>
        {typed !== undefined && <Button onClick={() => void dispatch({ do: "type", text: typed })}>Correct it</Button>}
        <Button onClick={() => void dispatch({ do: "send-again", order })}>Send again</Button>
        <Button onClick={() => void dispatch({ do: "drop-refused", order })}>Drop it</Button>
      </span>
    </div>
  );
}

/** A finding as it is typed: its place, and what was read there. */
function wordsOf(machine: Machine, finding: Finding): string {
  const { result } = finding;
  const read = result.is === "OL" ? "OL" : result.is === "value" ? String(result.value) : "";
  return `${phraseFor(machine, finding).trimEnd()} ${read}`;
}
