import { useRef, useState } from "react";
import { entrySays } from "../../../../core/speech/words/entries";
import { Button } from "../../../../ui/Button";
import { Clock } from "../../../../ui/Clock";
import { replica } from "../../../replica/replica";
import { useJob, useMachine } from "../../../store/context";
import styles from "./Log.module.css";
import { ReadLog } from "./ReadLog";
import { type ReadFile, readFile } from "./read-file";
import { SimulatedLogger } from "./SimulatedLogger";
import { TypedLog } from "./TypedLog";

/** A logging meter's file: read, looked at, kept by its content; those that were kept can be opened again. */
export function LogPane() {
  const [file, setFile] = useState<ReadFile | "reading" | undefined>();
  const input = useRef<HTMLInputElement>(null);
  const open = (name: string, blob: Blob) => {
    setFile("reading");
    void readFile(name, blob).then(setFile);
  };
  return (
    <section className={styles.pane} aria-label="Logger’s file">
      <div className={styles.open}>
        <Button onClick={() => input.current?.click()}>Open a logger’s file</Button>
        <input
          ref={input}
          className="hidden"
          type="file"
          tabIndex={-1}
          aria-label="A logger’s file"
          accept=".csv,.txt,.tsv,.log,text/csv,text/plain"
          onChange={(e) => {
            const [chosen] = e.target.files ?? [];
            if (chosen) open(chosen.name, chosen);
            e.target.value = "";
          }}
        />
        <SimulatedLogger onLog={open} />
        <p>CSV as a logging meter exports it: a time and a value on each line.</p>
      </div>
      <TypedLog onLog={open} />
      {file === "reading" && <p role="status">Reading it…</p>}
      {file && file !== "reading" && <ReadLog key={file.name} file={file} onKept={() => setFile(undefined)} />}
      <KeptLogs onOpen={open} />
    </section>
  );
}

function KeptLogs({ onOpen }: { readonly onOpen: (name: string, blob: Blob) => void }) {
  const machine = useMachine();
  const record = useJob((s) => s.job.record);
  const [lacking, setLacking] = useState<string | undefined>();
  const kept = record.flatMap((l) =>
    l.status === "counts" && l.entry.kind === "finding" && l.entry.body.kind === "series" ? [{ entry: l.entry, series: l.entry.body }] : [],
  );
  if (kept.length === 0) return null;
  return (
    <ul className={styles.kept} aria-label="Logs of this job">
      {kept.map(({ entry, series }) => {
        const { file } = series.result;
        const says = entrySays(machine, entry);
        return (
          <li key={entry.id}>
            <Clock at={entry.at} /> {says}
            <Button
              aria-label={`Open again: ${says}`}
              onClick={() =>
                void replica()
                  .findFile(file)
                  .then((blob) => (blob ? onOpen(says, blob) : setLacking(file)))
              }
            >
              Open
            </Button>
            {lacking === file && (
              <em role="alert">The file isn't here yet. The other device hasn't sent it, or the server is out of reach.</em>
            )}
          </li>
        );
      })}
    </ul>
  );
}
