import { useState } from "react";
import type { DuctRun } from "../../../core/air/duct-run";
import { Button } from "../../../ui/Button";
import { AirBoard } from "../../air/AirBoard";
import { useDispatch, useJob, useMachine } from "../../job/store/context";
import styles from "../../worked/Worked.module.css";

/** The air of this job, worked out: the run is kept with the job when it is built, what flows becomes evidence. */
export function DuctPane() {
  const machine = useMachine();
  const dispatch = useDispatch();
  const kept = useJob((s) => s.job.ductRun);
  const [built, setBuilt] = useState<DuctRun | undefined>();
  const run = built ?? kept;
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
          <Button onClick={() => void keepRun()}>Keep this run with the job</Button>
        </div>
      )}
    </>
  );
}
