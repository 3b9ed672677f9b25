import { Undo2 } from "lucide-react";
import { useState } from "react";
import type { Way } from "../../core/diagnosis/surprise";
import { entrySays } from "../../core/entry/says";
import type { Draft, Entry } from "../../core/job/entry";
import type { Job, RecordLine } from "../../core/job/fold";
import type { Machine } from "../../core/machine/schema";
import { Clock } from "./Clock";
import styles from "./Record.module.css";

interface Props {
  readonly job: Job;
  readonly machine: Machine | undefined;
  readonly waiting: ReadonlySet<string>;
  /** How the current of surprising readings got there, and the one that is shown on the sheet. */
  readonly ways: readonly Way[];
  readonly shown: string | undefined;
  readonly onWay: (entry: string | undefined) => void;
  readonly onDrafts: (drafts: readonly Draft[]) => void;
}

/** The running record, newest first. Nothing vanishes: what was taken back or does not count stays, struck through, with its reason. */
export function Record({ job, machine, waiting, ways, shown, onWay, onDrafts }: Props) {
  const [all, setAll] = useState(false);
  const lines = job.record.filter((l) => l.entry.kind !== "retract").toReversed();
  const takeBack = (entry: string) => onDrafts([{ kind: "retract", body: { entry } }]);
  return (
    <section className={styles.record} data-all={all} aria-label="Record">
      <header>
        <h2 className="hidden">Record</h2>
        <button type="button" aria-expanded={all} onClick={() => setAll(!all)}>
          {all ? "Show less" : `All ${lines.length}`}
        </button>
      </header>
      <ol>
        {lines.map((line) => (
          <Line
            key={line.entry.id}
            line={line}
            machine={machine}
            waiting={waiting.has(line.entry.id)}
            retraction={retractionOf(job, line.entry)}
            way={ways.find((w) => w.entry === line.entry.id)}
            wayShown={shown === line.entry.id}
            onWay={onWay}
            onRetract={takeBack}
          />
        ))}
      </ol>
    </section>
  );
}

function retractionOf(job: Job, entry: Entry): string | undefined {
  return job.record.findLast((l) => l.status === "counts" && l.entry.kind === "retract" && l.entry.body.entry === entry.id)?.entry.id;
}

interface LineProps {
  readonly line: RecordLine;
  readonly machine: Machine | undefined;
  readonly waiting: boolean;
  readonly retraction: string | undefined;
  readonly way: Way | undefined;
  readonly wayShown: boolean;
  readonly onWay: (entry: string | undefined) => void;
  readonly onRetract: (entry: string) => void;
}

function Line({ line, machine, waiting, retraction, way, wayShown, onWay, onRetract }: LineProps) {
  const { entry, status, reason } = line;
  const fixed = entry.kind === "opened";
  return (
    <li data-status={status} data-waiting={waiting}>
      <Clock at={entry.at} />
      <span className={styles.text}>
        {status === "retracted" ? <s>{entrySays(machine, entry)}</s> : entrySays(machine, entry)}
        {status === "retracted" && <em> taken back</em>}
        {status === "refused" && <em> does not count: {reason}</em>}
        {waiting && <em className={styles.waiting}> ○ not on the server yet</em>}
      </span>
      {way && status === "counts" && (
        <button type="button" className={styles.way} aria-pressed={wayShown} onClick={() => onWay(wayShown ? undefined : entry.id)}>
          {wayShown ? "Hide its way" : "Show its way"}
        </button>
      )}
      {!fixed && status !== "retracted" && (
        <button type="button" aria-label={`Take back: ${entrySays(machine, entry)}`} title="Take back" onClick={() => onRetract(entry.id)}>
          <Undo2 size={20} aria-hidden />
        </button>
      )}
      {status === "retracted" && retraction && (
        <button type="button" onClick={() => onRetract(retraction)}>
          Put back
        </button>
      )}
    </li>
  );
}

/** Id of the entry that “undo” takes back: the last that still stands. */
export function lastStanding(job: Job): string | undefined {
  return job.record.findLast((l) => l.status !== "retracted" && !["opened", "retract"].includes(l.entry.kind))?.entry.id;
}
