import { useMemo } from "react";
import { stampOfLine } from "../../../core/record/job/fold";
import { type Report, reportOf } from "../../../core/speech/words/report/report";
import { useJob, useMachine } from "../../store/context";
import { useStock } from "../stock/use-stock";

/** The customer's page of this job as it stands, and when its last entry was made. */
export function useReport(): { readonly report: Report; readonly made: string } {
  const machine = useMachine();
  const job = useJob((s) => s.job);
  const number = useJob((s) => s.number);
  const leader = useJob((s) => s.diagnosis.standing?.suspects[0]);
  const { terms } = useStock();
  const report = useMemo(() => reportOf({ machine, job, number, leader, terms }), [machine, job, number, leader, terms]);
  const last = job.record.at(-1);
  return { report, made: last ? stampOfLine(last).at : (job.openedAt ?? "1970-01-01T00:00:00Z") };
}
