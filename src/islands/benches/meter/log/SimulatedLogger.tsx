import { useState } from "react";
import { Button } from "../../../../ui/Button";
import type { CycleAnswer, CycleQuestion } from "../../../../workers/cycle.worker";
import { askWorker } from "../../../ask-worker";
import { useJob, useMachine } from "../../../job/store/context";

/** A simulated logger in the exhaust of a machine with a fault of its own: the same job, the same record. */
export function SimulatedLogger({ onLog }: { readonly onLog: (name: string, blob: Blob) => void }) {
  const machine = useMachine();
  const job = useJob((s) => s.job.id);
  const [logs, setLogs] = useState(false);
  const log = async () => {
    setLogs(true);
    const worker = new Worker(new URL("../../../../workers/cycle.worker.ts", import.meta.url), { type: "module" });
    const question: CycleQuestion = { ask: "simulated", machine, seed: Number.parseInt(job.replaceAll("-", "").slice(-8), 16) };
    const answer = await askWorker<CycleAnswer>(worker, question).answer.catch(() => undefined);
    setLogs(false);
    if (answer?.is === "csv") onLog("Simulated logger, exhaust", new Blob([answer.csv], { type: "text/csv" }));
  };
  return (
    <Button disabled={logs} onClick={() => void log()}>
      {logs ? "It logs…" : "Simulated logger"}
    </Button>
  );
}
