import { useState } from "react";
import { clockSays, percent } from "../../../core/model/naming/text";
import type { Lane } from "../../../core/model/prediction/run-strip";
import { seedOf } from "../../../core/practice/seed-of";
import type { RankedCourse } from "../../../core/reason/diagnosis/sequence";
import { typedRun } from "../../../core/record/finding/typed-run";
import { HAPPENED, type WatchedRun } from "../../../core/record/finding/watched";
import { courseSays } from "../../../core/speech/words/bench/burner";
import bench from "../../../ui/Bench.module.css";
import { Button } from "../../../ui/Button";
import worked from "../../../ui/Calculator.module.css";
import { NumberField } from "../../../ui/NumberField";
import type { RankedSequence } from "../../../workers/tasks/sequence";
import { calculate, useCalculated } from "../../store/calculator";
import { useDispatch, useJob, useMachine } from "../../store/context";
import { StripChart } from "../strips/StripChart";
import styles from "./Burner.module.css";

const SECONDS = { least: 1, most: 36_000, unit: "s", because: "a run is watched for some time" };
const LANE_SAYS: Readonly<Record<Lane, string>> = { drum: "the drum", glow: "the glow", flame: "the flame", warm: "warm air" };
const COMPARED = 2;
/** Whoever leads by so much needs no more looking on. */
const SETTLED = 0.95;

/** The ignition over time: taken over from the run that was watched, typed afterwards, or from a simulated burner; held against all that could be wrong. */
export function SequencePane() {
  const machine = useMachine();
  const job = useJob((s) => s.job.id);
  const watched = useJob((s) => s.job.record).flatMap((l) => (l.status === "counts" && l.entry.kind === "watched" ? [l.entry.body] : []));
  const dispatch = useDispatch();
  const [text, setText] = useState("");
  const [seconds, setSeconds] = useState<number | undefined>();
  const [simulated, setSimulated] = useState<WatchedRun | undefined>();
  const [trouble, setTrouble] = useState<string | undefined>();
  const typed = typedRun(text);
  const last = watched.at(-1);
  const typedAt = typed.ok ? (typed.events.at(-1)?.at ?? 0) : 0;
  const run: WatchedRun | undefined =
    text.trim() !== "" ? (typed.ok ? { seconds: Math.max(seconds ?? 0, typedAt), events: typed.events } : undefined) : (simulated ?? last);
  const simulate = () =>
    calculate("simulatedIgnition", machine, seedOf(job)).then(
      (run) => {
        setText("");
        setSimulated(run);
      },
      (error: Error) => setTrouble(troubleSays(error)),
    );
  return (
    <div className={worked.board}>
      <div className={worked.buttons}>
        <Button onClick={() => dispatch({ do: "go", bench: "watch" })}>Watch it with the clock</Button>
        <Button onClick={() => void simulate()}>Simulated burner</Button>
      </div>
      {trouble && <p role="alert">{trouble}</p>}
      <div className={worked.fields}>
        <label className={`${worked.field} ${worked.wide}`}>
          <span>Or typed: what happened, and when after start</span>
          <input
            className={bench.field}
            value={text}
            placeholder="glow 32, dark 75, flame 1:16"
            aria-invalid={text.trim() !== "" && !typed.ok}
            onChange={(e) => setText(e.target.value)}
          />
        </label>
        <NumberField label="Watched for" range={SECONDS} value={seconds} onChange={setSeconds} />
      </div>
      {text.trim() !== "" && !typed.ok && (
        <p role="alert" className={bench.caution}>
          {typed.why}.
        </p>
      )}
      {run ? (
        <Told run={run} from={text.trim() !== "" ? "Typed" : simulated ? "A simulated burner" : "The run that was watched"} />
      ) : (
        text.trim() === "" && <p className={bench.quiet}>No watched run yet.</p>
      )}
      {text.trim() !== "" && typed.ok && run && (
        <div className={worked.buttons}>
          <Button
            onClick={() =>
              dispatch({ do: "record", drafts: [{ kind: "watched", body: { seconds: run.seconds, events: [...run.events] } }] })
            }
          >
            Save as a watched run
          </Button>
        </div>
      )}
    </div>
  );
}

const troubleSays = (error: Error): string => `Can't calculate the ignition here: ${error.message}. Reload the page.`;

function useRanked(run: WatchedRun): RankedSequence | string | undefined {
  const machine = useMachine();
  const { answer, trouble } = useCalculated(`${machine.id} ${JSON.stringify(run)}`, "rankIgnition", machine, run);
  return trouble ? troubleSays(trouble) : answer;
}

function Told({ run, from }: { readonly run: WatchedRun; readonly from: string }) {
  const machine = useMachine();
  const found = useRanked(run);
  if (!found) return <p role="status">Calculating…</p>;
  if (typeof found === "string") return <p role="alert">{found}</p>;
  const { ranked, healthy, telling } = found;
  const seconds = Math.max(180, Math.ceil((Math.max(run.seconds, telling?.at ?? 0) + 30) / 60) * 60);
  const compared = ranked.slice(0, COMPARED);
  return (
    <section aria-label="What the ignition shows" className={worked.board}>
      <p>
        {from}: {run.events.map((e) => `${HAPPENED[e.what]} ${clockSays(e.at)}`).join(", ") || "nothing happened"}, watched for{" "}
        {clockSays(run.seconds)}.
      </p>
      <ol className={styles.courses}>
        {ranked.slice(0, 4).map((r) => (
          <li key={r.course.members[0]?.id}>
            <b>{courseSays(machine, r)}</b>
            <b>{percent(r.share)}</b>
          </li>
        ))}
      </ol>
      {telling && (ranked[0]?.share ?? 0) < SETTLED && (
        <p>
          To separate the first two, keep watching to <b>{clockSays(telling.at)}</b> and watch {LANE_SAYS[telling.lane]}: another{" "}
          {clockSays(Math.max(0, telling.at - run.seconds))}.
        </p>
      )}
      <StripChart
        strips={{ healthy, suspects: compared.map((r) => ({ suspect: suspectOf(r), strip: r.course.strip })) }}
        events={run.events}
        now={run.seconds}
        seconds={seconds}
        runs
      />
    </section>
  );
}

function suspectOf({ course, share }: RankedCourse) {
  const [hypothesis] = course.members;
  if (!hypothesis) throw new Error("a course has at least one member");
  return { hypothesis, probability: share };
}
