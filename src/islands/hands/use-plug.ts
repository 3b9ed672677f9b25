import { useEffect, useState } from "react";
import type { PlugStep } from "../../core/access/plug/check";
import { plugLine } from "../../core/job/by-hand";
import { type PlugReadingTaken, readAt } from "../../core/job/plug-read";
import type { Machine } from "../../core/machine/format";
import type { PlugAnswer, PlugQuestion } from "../../workers/plug.worker";
import { askWorker } from "../ask-worker";
import { useJob, useMachine } from "../job/store/context";

/** The check at the plug as it stands: what is proposed, what was read of it, what it says. */
export interface Plug extends PlugAnswer {
  readonly reads: readonly PlugReadingTaken[];
  /** Readings that are asked for, with what was read; those that only name a mistake come where one shows. */
  readonly rows: readonly { readonly step: PlugStep; readonly read: PlugReadingTaken | undefined }[];
  /** Those still to be taken. */
  readonly left: readonly PlugStep[];
}

const NONE: readonly string[] = [];

/** What was asked last, so that the bench and the card wait for one answer. */
let asked: { readonly machine: Machine; readonly key: string; readonly answer: Promise<PlugAnswer> } | undefined;

function ask(question: PlugQuestion): Promise<PlugAnswer> {
  const key = JSON.stringify([question.touched, question.reads]);
  if (asked?.machine === question.machine && asked.key === key) return asked.answer;
  const worker = new Worker(new URL("../../workers/plug.worker.ts", import.meta.url), { type: "module" });
  asked = { machine: question.machine, key, answer: askWorker<PlugAnswer>(worker, question).answer };
  return asked.answer;
}

/** The check for the wires that were touched; `undefined` while none was, or it is being worked out; or why it can't be. */
export function usePlug(): Plug | string | undefined {
  const machine = useMachine();
  // Nothing is worked out where it is not looked at.
  const touched = useJob((s) => (s.view.bench === "close" ? s.job.touched : NONE));
  const reads = useJob((s) => s.job.plugReads);
  const [plug, setPlug] = useState<Plug | string | undefined>();
  useEffect(() => {
    let gone = false;
    if (touched.length === 0) {
      setPlug(undefined);
      return undefined;
    }
    ask({ machine, touched, reads }).then(
      (answer) => {
        if (!gone) setPlug(standing(answer, reads));
      },
      (error: Error) => {
        if (!gone) setPlug(`The check at the plug can’t be worked out here: ${error.message}.`);
      },
    );
    return () => {
      gone = true;
    };
  }, [machine, touched, reads]);
  return plug;
}

/** While all is as it should be, only what tells right from wrong; once something is not, what names it too. */
function standing({ check, verdict }: PlugAnswer, reads: readonly PlugReadingTaken[]): Plug {
  const amiss = reads.length > 0 && verdict.verdict !== "right" && verdict.right < AMISS;
  const rows = check.steps.flatMap((step) => {
    const read = readAt(reads, step);
    return step.names && !read && !amiss ? [] : [{ step, read }];
  });
  return { check, verdict, reads, rows, left: rows.flatMap(({ step, read }) => (read ? [] : [step])) };
}

const AMISS = 0.5;

/** The check, where it is what comes next: all wires are on, the machine is dead, and something is left to read or to put right. */
export function usePlugNext(): Plug | undefined {
  const plug = usePlug();
  const skipped = useJob(({ job }) => {
    const { list, item } = plugLine(job.touched);
    return job.ticks.some((t) => t.list === list && t.item === item && t.state === "not-done");
  });
  const ready = useJob(
    ({ job }) =>
      job.machine !== undefined &&
      !job.closed &&
      job.safety.power === "dead" &&
      !job.cameOff.some((c) => c.is === "lead" || c.is === "wires"),
  );
  if (skipped || !ready || !plug || typeof plug === "string") return undefined;
  return plug.left.length > 0 || plug.verdict.verdict !== "right" ? plug : undefined;
}
