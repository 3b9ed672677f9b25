import { useState } from "react";
import { type Job, stampOfLine } from "../../../core/record/job/fold";
import { Press } from "../../../ui/Press";
import { useJob } from "../../store/context";
import { Line } from "./Line";
import styles from "./Record.module.css";

/** The running record, newest first. Nothing vanishes: what was taken back, does not count or can't be read stays, with its reason. */
export function Record() {
  const [all, setAll] = useState(false);
  const record = useJob((s) => s.job.record);
  const lines = record.filter((l) => l.status === "unreadable" || l.entry.kind !== "retract").toReversed();
  return (
    <section className={styles.record} data-all={all} aria-label="Record">
      <header>
        <h2 className="hidden">Record</h2>
        <Press aria-expanded={all} onClick={() => setAll(!all)}>
          {all ? "Show less" : `All ${lines.length}`}
        </Press>
      </header>
      <ol>
        {lines.map((line) => {
          const { id } = stampOfLine(line);
          return <Line key={id} line={line} retraction={retractionOf(record, id)} />;
        })}
      </ol>
    </section>
  );
}

/** The entry that took this one back, if it still stands. */
function retractionOf(record: Job["record"], entry: string): string | undefined {
  const last = record.findLast((l) => l.status === "counts" && l.entry.kind === "retract" && l.entry.body.entry === entry);
  return last && stampOfLine(last).id;
}
