import { useEffect, useRef, useState } from "react";
import type { ReadingSetup } from "../../core/diagnosis/predict";
import type { Job } from "../../core/job/fold";
import type { Machine } from "../../core/machine/schema";
import type { Proposal } from "../../core/planning/propose";
import type { OtherSchool } from "../../core/planning/schools";
import type { FromWorker, ProbeLine, RankingView, ToWorker } from "../../workers/diagnosis.protocol";

export interface Diagnosis {
  readonly ranking?: RankingView;
  /** `null` when nothing is left to do. */
  readonly proposal?: Proposal | null;
  readonly probe?: readonly ProbeLine[];
  /** What the other schools would do now. */
  readonly schools?: readonly OtherSchool[];
  /** A newer question is being worked on; what is shown belongs to the one before. */
  readonly working: boolean;
  /** The worker failed; entering goes on working without it. */
  readonly failed?: string;
}

/** Keeps a worker for the machine and asks it about every new state of the job; answers to overtaken questions are dropped. */
export function useDiagnosis(machine: Machine | undefined, job: Job, setup: ReadingSetup | undefined): Diagnosis {
  const worker = useRef<Worker | undefined>(undefined);
  const turn = useRef(0);
  const [state, setState] = useState<Diagnosis>({ working: true });

  useEffect(() => {
    if (!machine) return;
    const w = new Worker(new URL("../../workers/diagnosis.worker.ts", import.meta.url), { type: "module" });
    worker.current = w;
    w.onmessage = ({ data }: MessageEvent<FromWorker>) => {
      if (data.turn !== turn.current && data.type !== "probe") return;
      setState((s) => {
        if (data.type === "ranking") return { ...s, ranking: data.ranking };
        if (data.type === "proposal") return { ...s, proposal: data.proposal, working: false };
        if (data.type === "schools") return { ...s, schools: data.schools };
        return data.turn === probeTurn.current ? { ...s, probe: data.lines } : s;
      });
    };
    w.onerror = (e) => setState((s) => ({ ...s, working: false, failed: e.message || "the worker could not be loaded" }));
    w.postMessage({ type: "machine", machine } satisfies ToWorker);
    return () => w.terminate();
  }, [machine]);

  useEffect(() => {
    if (!machine) return;
    turn.current++;
    setState((s) => ({ ...s, working: true }));
    worker.current?.postMessage({ type: "job", turn: turn.current, job } satisfies ToWorker);
  }, [machine, job]);

  const probeTurn = useRef(0);
  useEffect(() => {
    probeTurn.current++;
    setState(({ probe: _, ...s }) => s);
    if (setup) worker.current?.postMessage({ type: "probe", turn: probeTurn.current, setup, job } satisfies ToWorker);
  }, [setup, job]);

  return state;
}
