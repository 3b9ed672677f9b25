import { readKept } from "../../../core/job/entry";
import { entrySays, unreadableSays } from "../../../core/language/entries";
import { Button } from "../../../ui/Button";
import type { Pending } from "../../journal/outbox";
import { useDispatch, useJob } from "../store/context";
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
  return (
    <div role="alert" className={styles.refused}>
      <p>
        The server refused “{kept.readable ? entrySays(machine, kept.entry) : unreadableSays(kept.entry)}”: {refused}. It is kept here and
        counts for nothing.
      </p>
      <Button onClick={() => dispatch({ do: "drop-refused", order })}>Drop it</Button>
    </div>
  );
}
