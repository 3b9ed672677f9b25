import { useEffect, useState } from "react";
import { ownTimes } from "../../../core/model/access/own-times";
import { askMoved } from "../../replica/ask-server";
import { technician } from "../../replica/technician";
import { useJob, useMachine } from "../../store/context";

const NONE: Readonly<Record<string, number>> = {};

/** Minutes that whoever works here takes for panels, as earlier jobs show; none while the server can't be asked. */
export function useOwnTimes(): Readonly<Record<string, number>> {
  const machine = useMachine();
  const job = useJob((s) => s.job.id);
  const [times, setTimes] = useState(NONE);
  useEffect(() => {
    let gone = false;
    askMoved(job, technician()).then(
      (moved) => !gone && setTimes(ownTimes(machine, moved)),
      () => undefined,
    );
    return () => {
      gone = true;
    };
  }, [machine, job]);
  return times;
}
