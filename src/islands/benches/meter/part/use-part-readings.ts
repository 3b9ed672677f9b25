import { useMemo } from "react";
import { assemblyIdOf } from "../../../../core/model/machine/assembly";
import type { Machine, Part } from "../../../../core/model/machine/format";
import { judgeInJob } from "../../../../core/reason/diagnosis/judge-in-job";
import type { Judgement } from "../../../../core/reason/judging/judge";
import { isReadingOf, type PartState, statesOf } from "../../../../core/reason/judging/part-states";
import { isMetered, type MeteredFinding } from "../../../../core/record/finding/metered";
import { asFinding } from "../../../../core/record/finding/new-part";
import type { Job } from "../../../../core/record/job/fold";
import { useJob, useMachine } from "../../../store/context";

/** A reading of one state of a part, judged with the meter it was read with. */
export interface Read {
  readonly finding: MeteredFinding;
  readonly judgement: Judgement;
}

/** One state of a part: what it read in the machine since it was last renewed, and what a new one on the bench. */
export interface PartRow {
  readonly state: PartState;
  readonly old: Read | undefined;
  readonly fresh: Read | undefined;
}

export function usePartRows(part: Part): readonly PartRow[] {
  const machine = useMachine();
  const job = useJob((s) => s.job);
  return useMemo(() => rowsOf(machine, job, part), [machine, job, part]);
}

function rowsOf(machine: Machine, job: Job, part: Part): PartRow[] {
  const { evidence, newParts, fitted } = job;
  const assembly = assemblyIdOf(part);
  const times = fitted.filter((f) => f.assembly === assembly).length;
  const since = evidence.flatMap(({ finding, fitted: before }) =>
    isMetered(finding) && before.filter((f) => f === assembly).length === times ? [finding] : [],
  );
  const onBench = newParts.map(({ read }) => asFinding(read));
  const judged = (finding: MeteredFinding | undefined): Read | undefined =>
    finding && { finding, judgement: judgeInJob(machine, job, finding) };
  return statesOf(machine, part).map((state) => ({
    state,
    old: judged(since.findLast((f) => isReadingOf(f, state))),
    fresh: state.onBench ? judged(onBench.findLast((f) => isReadingOf(f, state))) : undefined,
  }));
}
