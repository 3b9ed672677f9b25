import type { Machine } from "../../../model/machine/format";
import { type Job, stampOfLine } from "../../../record/job/fold";
import { clockSays, daySays } from "../days";
import { lineSays, madeBySays } from "../entries";

/** The record as the technician keeps it: every entry, whatever became of it. */
export interface TechnicianRecord {
  readonly title: string;
  readonly about: string;
  readonly rows: readonly {
    readonly when: string;
    readonly by: string;
    readonly says: string;
    /** State of the machine and meter, and why it does not count where it does not. */
    readonly state: string;
    readonly counts: boolean;
  }[];
  readonly made: string;
}

export function technicianRecord(machine: Machine | undefined, job: Job, number: number | undefined): TechnicianRecord {
  const rows = job.record.map((line) => {
    const { at, by } = stampOfLine(line);
    const { says, reason } = lineSays(machine, line);
    const state = [madeBySays(line), ...(line.status === "retracted" ? ["voided"] : []), ...(reason ? [`does not count: ${reason}`] : [])];
    return {
      when: `${daySays(at, { year: true })} ${clockSays(at)}`,
      by,
      says,
      state: state.join(" · "),
      counts: line.status === "counts",
    };
  });
  const named = machine ? `${machine.maker} ${machine.model}` : "no machine yet";
  return {
    title: `Record of job ${number ?? "without a number yet"}`,
    about: [named, job.serial && `serial ${job.serial}`, job.opened?.customer, job.opened?.place].filter((x) => x).join(" · "),
    rows,
    made: `${rows.length} entries; times as they were entered`,
  };
}
