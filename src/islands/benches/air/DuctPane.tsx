import { useState } from "react";
import type { DuctRun } from "../../../core/model/air/duct-run";
import type { FindingOf } from "../../../core/record/finding/finding";
import { isOfRoom } from "../../../core/record/finding/kinds/temperature";
import type { Evidence } from "../../../core/record/job/state";
import { Button } from "../../../ui/Button";
import styles from "../../../ui/Calculator.module.css";
import { AirBoard } from "../../panes/air/AirBoard";
import type { AirTyped } from "../../panes/air/Measured";
import { useDispatch, useJob, useMachine } from "../../store/context";

/** Gives what of the air stands in the record already: the last of each. */
function measuredIn(evidence: readonly Evidence[]): AirTyped {
  const findings = evidence.flatMap((e) => (e.source === "technician" ? [e.finding] : []));
  const pressure = findings.findLast((f): f is FindingOf<"pressure"> => f.kind === "pressure" && f.place.stream === "duct");
  const room = findings.findLast((f): f is FindingOf<"temperature"> => f.kind === "temperature" && isOfRoom(f.place));
  const hood = findings.findLast((f): f is FindingOf<"airway"> => f.kind === "airway" && f.result.louvres !== undefined);
  return {
    ...(pressure && pressure.result.value >= 0 && { backPressure: pressure.result.value }),
    ...(room && { roomC: room.result.value }),
    ...hood?.result.louvres,
  };
}

/** The air of this job, worked out: the run is kept with the job when it is built, what flows becomes evidence. */
export function DuctPane() {
  const machine = useMachine();
  const dispatch = useDispatch();
  const kept = useJob((s) => s.job.ductRun);
  const [built, setBuilt] = useState<DuctRun | undefined>();
  const run = built ?? kept;
  const evidence = useJob((s) => s.job.evidence);
  const [first] = useState(() => measuredIn(evidence));
  const keepRun = async () => {
    if (!built) return;
    await dispatch({ do: "record", drafts: [{ kind: "duct", body: { ...built, pieces: [...built.pieces] } }] });
    setBuilt(undefined);
  };
  return (
    <>
      <AirBoard
        machine={machine}
        run={run}
        onRun={setBuilt}
        first={first}
        onKeep={({ value, sigma }, by) =>
          dispatch({
            do: "record",
            drafts: [
              {
                kind: "finding",
                body: { kind: "flow", place: { stream: "duct" }, result: { is: "flow", value, sigma, by: [...by] }, circumstances: {} },
              },
            ],
          })
        }
      />
      {built && (
        <div className={styles.buttons}>
          <Button onClick={() => void keepRun()}>Save duct to job</Button>
        </div>
      )}
    </>
  );
}
