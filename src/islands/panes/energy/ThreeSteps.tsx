import { type ReactNode, useState } from "react";
import { KNOWN_SOURCES } from "../../../core/record/job/kinds/energy/made-safe";
import { deadPoints } from "../../../core/speech/words/bench/energies";
import bench from "../../../ui/Bench.module.css";
import { Button } from "../../../ui/Button";
import { useDispatch, useJob, useMachine } from "../../store/context";
import styles from "./Energy.module.css";

type Step = "source" | "machine" | "again";
const STEPS: readonly Step[] = ["source", "machine", "again"];

/** Holds what goes wrong in a step, and what it means. */
const FAILS: Readonly<Record<Step, string>> = {
  source: "A meter that shows nothing on a live source proves nothing. Check its leads, battery and range, or use another source.",
  machine: "⚠ LIVE. Hands off. Find the feed: wrong breaker, wrong cord, crossed conductor. Recorded as live.",
  again: "Second meter check failed. NOT PROVED DEAD. Start over with another meter, leads or source.",
};

/** The known source, the machine, the known source again: one step after the other, and only the three together prove it dead. */
export function ThreeSteps() {
  const dispatch = useDispatch();
  const how = useJob((s) => s.job.safety.isolated?.how ?? "cord");
  const [at, setAt] = useState<Step>("source");
  const [source, setSource] = useState<Source>("outlet");
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
  return (
    <section className={styles.steps} aria-label="Prove it dead">
      <h3>Prove it dead</h3>
      {failed && (
        <p className={bench.caution} role="alert">
          ⚠ {FAILS[failed]}
        </p>
      )}
      <ol>
        {STEPS.map((step, n) => (
          <StepRow key={step} step={step} n={n + 1} at={step === at ? "now" : STEPS.indexOf(at) > n ? "done" : "later"}>
            {step === "source" && <KnownSource source={source} onChoose={setSource} />}
            <Button onClick={() => passed(step)}>{WORDS[step].yes}</Button>
            <Button look="quiet" onClick={() => fails(step)}>
              {WORDS[step].no}
            </Button>
          </StepRow>
        ))}
      </ol>
    </section>
  );
}

interface StepWords {
  readonly title: string;
  /** Left out: the points of this machine. */
  readonly detail?: string;
  readonly yes: string;
  readonly no: string;
}

const WORDS: Readonly<Record<Step, StepWords>> = {
  source: {
    title: "Meter on a known source",
    detail: "On volts, its highest range.",
    yes: "Meter reads the source",
    no: "Meter reads nothing",
  },
  machine: { title: "Where the cord lands, terminal block", yes: "0 V on every pair", no: "Voltage found" },
  again: {
    title: "On the known source again",
    detail: "The same meter, the same range.",
    yes: "Still reads the source",
    no: "Reads nothing now",
  },
};

interface RowProps {
  readonly step: Step;
  readonly n: number;
  readonly at: "now" | "done" | "later";
  /** Holds what is answered, while the step is on. */
  readonly children: ReactNode;
}

function StepRow({ step, n, at, children }: RowProps) {
  const machine = useMachine();
  const { title, detail } = WORDS[step];
  return (
    <li data-at={at}>
      <div>
        <b>
          {n} {title}
        </b>
        <span>{detail ?? deadPoints(machine).join(" · ")}</span>
      </div>
      {at === "now" && <span className={bench.answers}>{children}</span>}
      {at === "done" && <b className={styles.safe}>✓</b>}
    </li>
  );
}

type Source = (typeof KNOWN_SOURCES)[number];

function KnownSource({ source, onChoose }: { readonly source: Source; readonly onChoose: (source: Source) => void }) {
  return (
    <select className={bench.field} aria-label="Known source" value={source} onChange={(e) => onChoose(e.target.value as Source)}>
      {KNOWN_SOURCES.map((s) => (
        <option key={s}>{s}</option>
      ))}
    </select>
  );
}
