import { useCallback } from "react";
import { stampOfLine } from "../../../core/record/job/fold";
import { lineSays } from "../../../core/speech/words/entries";
import { useJob } from "../../store/context";

/** Tells how an entry reads in the record, by its id. */
export function useEntrySays(): (entry: string) => string | undefined {
  const record = useJob((s) => s.job.record);
  const machine = useJob((s) => s.job.machine);
  return useCallback(
    (entry) => {
      const line = record.find((l) => stampOfLine(l).id === entry);
      return line && lineSays(machine, line).says;
    },
    [record, machine],
  );
}
