import { useState } from "react";
import { seedOf } from "../../../../core/practice/seed-of";
import { Button } from "../../../../ui/Button";
import { calculate } from "../../../store/calculator";
import { useJob, useMachine } from "../../../store/context";

/** A simulated logger in the exhaust of a machine with a hidden fault: the same job, the same record. */
export function SimulatedLogger({ onLog }: { readonly onLog: (name: string, blob: Blob) => void }) {
  const machine = useMachine();
  const job = useJob((s) => s.job.id);
  const [logs, setLogs] = useState(false);
  const [trouble, setTrouble] = useState<string | undefined>();
  const log = () => {
    setLogs(true);
    return calculate("simulatedLog", machine, seedOf(job))
      .then(
        (csv) => onLog("Simulated logger, exhaust", new Blob([csv], { type: "text/csv" })),
        (error: Error) => setTrouble(`Can't start the simulated logger: ${error.message}. Reload the page.`),
      )
      .finally(() => setLogs(false));
  };
  if (trouble) return <p role="alert">{trouble}</p>;
  return (
    <Button disabled={logs} onClick={() => void log()}>
      {logs ? "Logging…" : "Simulated logger"}
    </Button>
  );
}
