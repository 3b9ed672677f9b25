import { CircleCheck, TriangleAlert } from "lucide-react";
import { useEffect } from "react";
import { capital, clockSays } from "../../../core/model/naming/text";
import { type Lane, lanesOf, partsAt, type Strip } from "../../../core/model/prediction/run-strip";
import type { RankedSuspect } from "../../../core/reason/diagnosis/standing";
import { isApart } from "../../../core/reason/planning/tests/offered";
import { findingSays } from "../../../core/record/finding/finding";
import { HAPPENED, type Happening, happeningsOf, sightsOfRun } from "../../../core/record/finding/watched";
import { type SoFar, soFar } from "../../../core/record/finding/watched-strip";
import { dangerOfRunning } from "../../../core/record/job/checks/index";
import type { Draft } from "../../../core/record/job/kinds/index";
import { Button } from "../../../ui/Button";
import { Press } from "../../../ui/Press";
import { StripChart } from "../../panes/strips/StripChart";
import { type Strips, useStrips } from "../../panes/strips/use-strips";
import { useDispatch, useJob, useMachine } from "../../store/context";
import { LETTERS } from "./keys";
import type { RunClock } from "./use-run";
import styles from "./Watch.module.css";

/** Seconds that are drawn: three minutes, and more when it goes on. */
const DRAWN_S = 180;
const COMPARED = 2;
const EMPTY: Strip = { lanes: { drum: [], glow: [], flame: [], warm: [] } };
const LANE_SAYS: Readonly<Record<Lane, string>> = { drum: "the drum", glow: "the glow", flame: "the flame", warm: "warm air" };

/** One run with a clock: what happens is tapped, and drawn against what a good machine and the leading suspects would do. */
export function Run({ clock }: { readonly clock: RunClock }) {
  const machine = useMachine();
  const suspects = useJob((s) => s.diagnosis.standing?.suspects);
  const { run, now } = clock;
  const seconds = Math.max(DRAWN_S, Math.ceil((now + 30) / 60) * 60);
  const compared = (suspects ?? []).slice(0, COMPARED).filter((s) => s.hypothesis.faults.length > 0);
  const drawn = useStrips(machine, compared, seconds);
  const strips = typeof drawn === "string" ? undefined : drawn;
  useKeys(happeningsOf(machine), clock);
  return (
    <section className={styles.run} aria-label="Watched run">
      <div className={styles.top}>
        <output className={styles.clock} aria-label="Clock" data-runs={run?.startedAt !== undefined}>
          {clockSays(now)}
        </output>
        <State clock={clock} strips={strips} seconds={seconds} />
        <Controls clock={clock} />
      </div>
      <div className={styles.body}>
        <HappeningKeys clock={clock} />
        {typeof drawn === "string" && <p role="alert">{drawn}</p>}
        <StripChart strips={strips ?? emptyFor(compared)} events={run?.events ?? []} now={now} seconds={seconds} runs={run !== undefined} />
      </div>
      {run && run.startedAt === undefined && <Ended clock={clock} />}
    </section>
  );
}

/** Nothing worked out yet: its place is kept, so that nothing moves under a finger when it is. */
const emptyFor = (compared: readonly RankedSuspect[]): Strips => ({
  healthy: EMPTY,
  suspects: compared.map((suspect) => ({ suspect, strip: EMPTY })),
});

/** A letter is as good as a tap, while nothing is being typed. */
function useKeys(offered: readonly Happening[], { run, happened }: RunClock): void {
  const runs = run?.startedAt !== undefined;
  useEffect(() => {
    if (!runs) return;
    const onKey = (e: KeyboardEvent) => {
      if (e.ctrlKey || e.metaKey || e.altKey || (e.target instanceof Element && e.target.closest("input, textarea, select, dialog")))
        return;
      const what = offered.find((h) => LETTERS[h] === e.key);
      if (!what) return;
      happened(what);
      e.preventDefault();
    };
    addEventListener("keydown", onKey);
    return () => removeEventListener("keydown", onKey);
  });
}

function HappeningKeys({ clock: { run, happened } }: { readonly clock: RunClock }) {
  const machine = useMachine();
  const runs = run?.startedAt !== undefined;
  return (
    <ul className={styles.keys} aria-label="What happens">
      {happeningsOf(machine).map((what) => {
        const last = run?.events.findLast((e) => e.what === what);
        return (
          <li key={what} data-what={what}>
            <Press disabled={!runs} data-told={last !== undefined} onClick={() => happened(what)}>
              {capital(HAPPENED[what])}
              <small>{last ? clockSays(last.at) : capital(LETTERS[what])}</small>
            </Press>
          </li>
        );
      })}
    </ul>
  );
}

/** Tells how it stands against a good machine, and when the leading suspects can be told apart. */
function State({
  clock: { run, now },
  strips,
  seconds,
}: {
  readonly clock: RunClock;
  readonly strips: Strips | undefined;
  readonly seconds: number;
}) {
  const machine = useMachine();
  if (!run)
    return (
      <p className={styles.state}>
        Press Start on the dryer and here at the same moment. High heat, timed, near its start, empty; door shut.
      </p>
    );
  if (!strips) return <p className={styles.state} />;
  const lanes = lanesOf(machine);
  const stands = soFar(strips.healthy, run.events, now, lanes);
  const [a, b] = strips.suspects;
  const part = a && b ? partsAt(a.strip, b.strip, now, seconds, lanes) : undefined;
  return (
    <div className={styles.state} role="status">
      {stands.is === "healthy" ? (
        <p className={styles.good}>
          <CircleCheck size={20} aria-hidden /> Normal so far
        </p>
      ) : (
        <p className={styles.odd}>
          <TriangleAlert size={20} aria-hidden /> {oddSays(stands)}
        </p>
      )}
      {stands.is === "healthy" && stands.next && (
        <p>
          Next: {LANE_SAYS[stands.next.lane].replace(/^the /, "")}, about {clockSays(stands.next.from)}, by {clockSays(stands.next.by)} at
          the latest.
        </p>
      )}
      {part && a && b && (
        <p>
          At {clockSays(part.at)} watch {LANE_SAYS[part.lane]}: A and B differ there.
        </p>
      )}
    </div>
  );
}

function oddSays(stands: Exclude<SoFar, { readonly is: "healthy" }>): string {
  switch (stands.is) {
    case "late":
      return `No ${LANE_SAYS[stands.lane].replace(/^the /, "")} by ${clockSays(stands.by)}`;
    case "ended":
      return `${capital(LANE_SAYS[stands.lane])} stopped at ${clockSays(stands.at)}. Normally it keeps going.`;
    case "wrong":
      return `${capital(HAPPENED[stands.what])} at ${clockSays(stands.at)}: not normal`;
  }
}

function Controls({ clock }: { readonly clock: RunClock }) {
  const dispatch = useDispatch();
  const power = useJob((s) => s.job.safety.power);
  const machine = useMachine();
  // Whatever may not be run is not begun from here either.
  const forbidden = useJob((s) => isApart(s.job) || dangerOfRunning(machine, s.job) !== undefined);
  const { run, start, stop, undo } = clock;
  const begin = () => {
    // A run is a run under power, whatever was recorded before.
    if (power !== "live") void dispatch({ do: "record", drafts: [{ kind: "energised", body: { note: "to watch it run" } }] });
    start();
  };
  if (run?.startedAt !== undefined)
    return (
      <div className={styles.controls}>
        <Button disabled={run.events.length === 0} onClick={undo}>
          Undo
        </Button>
        <Button onClick={stop}>Stop the clock</Button>
      </div>
    );
  if (run) return null;
  return (
    <div className={styles.controls}>
      <Button disabled={forbidden} onClick={begin}>
        Start the clock
      </Button>
    </div>
  );
}

/** Shows what the run tells, before it is kept; what was tapped wrongly is struck out. */
function Ended({ clock: { run, drop, forget } }: { readonly clock: RunClock }) {
  const machine = useMachine();
  const dispatch = useDispatch();
  if (!run) return null;
  const { seconds, corrects } = run;
  const events = run.events.toSorted((a, b) => a.at - b.at);
  const tells = sightsOfRun(machine, { seconds, events });
  const keep = async () => {
    const before: Draft[] = corrects ? [{ kind: "retract", body: { entry: corrects } }] : [];
    await dispatch({ do: "record", drafts: [...before, { kind: "watched", body: { seconds, events } }] });
    forget();
  };
  return (
    <div className={styles.ended}>
      <p>
        <b>This {clockSays(seconds)} tells:</b>{" "}
        {tells.length > 0 ? tells.map((f) => findingSays(f, machine)).join(" · ") : "nothing yet: too short"}
      </p>
      <ul aria-label="What happened">
        {run.events.map((e, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: two taps may be alike
          <li key={i}>
            {capital(HAPPENED[e.what])} {clockSays(e.at)}
            <Press aria-label={`Strike out: ${HAPPENED[e.what]} ${clockSays(e.at)}`} onClick={() => drop(i)}>
              ✕
            </Press>
          </li>
        ))}
      </ul>
      <div className={styles.controls}>
        <Button look="main" onClick={() => void keep()}>
          Save run
        </Button>
        <Button look="quiet" onClick={forget}>
          Discard run
        </Button>
      </div>
    </div>
  );
}
