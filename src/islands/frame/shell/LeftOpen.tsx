import { useState } from "react";
import { capital, lower } from "../../../core/model/naming/text";
import { cameOffTitle } from "../../../core/speech/words/bench/came-off";
import { wantedSays } from "../../../core/speech/words/card/waiting";
import bench from "../../../ui/Bench.module.css";
import { Button } from "../../../ui/Button";
import { Clock } from "../../../ui/Clock";
import hands from "../../../ui/Form.module.css";
import { WaitingPage } from "../../panes/print/WaitingPage";
import { useDispatch, useJob, useMachine } from "../../store/context";
import { pageClock } from "../../store/page-clock";

/** Left alone for longer than this, a machine that stands open is told of when its job is opened again. */
const LEFT_HOURS = 8;

/** A job that was left with the machine open: what is off, where it lies and who has it, what it waits for, and that nothing of it is safe any more. */
export function LeftOpen() {
  const machine = useMachine();
  const dispatch = useDispatch();
  const off = useJob((s) => s.job.cameOff);
  const lying = useJob((s) => s.job.lying);
  const wanted = useJob((s) => s.job.wanted);
  const last = useJob(({ job }) => {
    const line = job.record.findLast((l) => l.status === "counts");
    return line?.status === "counts" ? line.entry.at : undefined;
  });
  const power = useJob((s) => s.job.safety.power);
  const [read, setRead] = useState(false);
  const [openedAt] = useState(() => pageClock.now().getTime());
  const hours = last === undefined ? 0 : (openedAt - Date.parse(last)) / 3_600_000;
  if (read || off.length === 0 || hours < LEFT_HOURS) return null;
  return (
    <section className={bench.card} aria-label="Left open">
      <h2>
        Taken apart since <Clock at={last} />
      </h2>
      {power !== "dead" && <p className={bench.caution}>⚠ Not proved dead anymore. Prove it dead before you reach in.</p>}
      <p>Off: {off.map((c) => lower(cameOffTitle(machine, c))).join(", ")}.</p>
      {lying.map((l) => (
        <p key={l.what}>
          <b>{capital(l.what)}</b>: {l.where}
          {l.who && ` · ${l.who} has it`}
        </p>
      ))}
      {wanted.length > 0 && <p>Waiting on: {wanted.map((w) => wantedSays(machine, w)).join("; ")}.</p>}
      <div className={hands.row}>
        <Button onClick={() => setRead(true)}>Continue</Button>
        <Button look="quiet" onClick={() => dispatch({ do: "go", bench: "open" })}>
          Show removed parts
        </Button>
        <WaitingPage />
      </div>
    </section>
  );
}
