import { useState } from "react";
import { KNOWN_SOURCES } from "../../../core/job/kinds/made-safe";
import { deadPoints } from "../../../core/language/energies";
import { Button } from "../../../ui/Button";
import { useDispatch, useJob, useMachine } from "../../job/store/context";
import bench from "../shared/Bench.module.css";
import styles from "./Safe.module.css";

type Step = "source" | "machine" | "again";
const STEPS: readonly Step[] = ["source", "machine", "again"];

/** What goes wrong in a step, and what it means. */
const FAILS: Readonly<Record<Step, string>> = {
  source: "A meter that shows nothing on a live source proves nothing: its leads, its battery, its range; or another source.",
  machine: "It is LIVE. Stand back; find what still feeds it: another breaker, the wrong cord, a swapped conductor. Recorded as live.",
  again: "The meter died on the way: the machine is not proved. Begin again with another one.",
};

/** The known source, the machine, the known source again: one step after the other, and only the three together prove it dead. */
export function ThreeSteps() {
  const machine = useMachine();
  const dispatch = useDispatch();
  const how = useJob((s) => s.job.safety.isolated?.how ?? "cord");
  const [at, setAt] = useState<Step>("source");
  const [source, setSource] = useState<(typeof KNOWN_SOURCES)[number]>("outlet");
  const [failed, setFailed] = useState<Step | undefined>();
  const passed = (step: Step) => {
    setFailed(undefined);
    if (step === "source") return setAt("machine");
    if (step === "machine") return setAt("again");
    void dispatch({ do: "record", drafts: [{ kind: "made-safe", body: { how, proved: true, check: { source } } }] });
  };
  const fails = (step: Step) => {
    setFailed(step);
    setAt("source");
    if (step === "machine")
      void dispatch({ do: "record", drafts: [{ kind: "energised", body: { note: "volts found in the three-step check" } }] });
  };
  const titles: Readonly<Record<Step, readonly [title: string, detail: string, yes: string, no: string]>> = {
    source: ["Meter on a known source", "On volts, its highest range.", "It reads", "It reads nothing"],
    machine: ["On the machine", deadPoints(machine).join(" · "), "Nothing anywhere", "It reads volts"],
    again: ["On the known source again", "The same meter, the same range.", "It still reads", "Nothing now"],
  };
  return (
    <section className={styles.steps} aria-label="Prove it dead">
      <h3>Prove it dead</h3>
      {failed && (
        <p className={bench.caution} role="alert">
          ⚠ {FAILS[failed]}
        </p>
      )}
      <ol>
        {STEPS.map((step, n) => {
          const [title, detail, yes, no] = titles[step];
          return (
            <li key={step} data-at={step === at ? "now" : STEPS.indexOf(at) > n ? "done" : "later"}>
              <div>
                <b>
                  {n + 1} {title}
                </b>
                <span>{detail}</span>
              </div>
              {step === at && (
                <span className={bench.answers}>
                  {step === "source" && (
                    <select aria-label="Known source" value={source} onChange={(e) => setSource(e.target.value as typeof source)}>
                      {KNOWN_SOURCES.map((s) => (
                        <option key={s}>{s}</option>
                      ))}
                    </select>
                  )}
                  <Button onClick={() => passed(step)}>{yes}</Button>
                  <Button look="quiet" onClick={() => fails(step)}>
                    {no}
                  </Button>
                </span>
              )}
              {STEPS.indexOf(at) > n && <b className={styles.safe}>✓</b>}
            </li>
          );
        })}
      </ol>
    </section>
  );
}
