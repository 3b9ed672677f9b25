import { CircleCheck, CircleHelp, CircleX } from "lucide-react";
import { useMemo, useState } from "react";
import { airVerdict, type Choke, chokeOf } from "../../../core/model/air/choke";
import type { Consequence } from "../../../core/model/air/consequence";
import type { DuctRun } from "../../../core/model/air/duct-run";
import { combined, flowsFrom } from "../../../core/model/air/estimates";
import { airStands } from "../../../core/model/air/stands";
import type { Machine } from "../../../core/model/machine/format";
import type { Figure } from "../../../core/model/quantity/figure";
import { airVerdictSays, FROM_SAYS, flowSays, HOOD_SAYS, pieceSays } from "../../../core/speech/words/bench/air";
import { Button } from "../../../ui/Button";
import styles from "../../../ui/Calculator.module.css";
import { DuctDrawing } from "./DuctDrawing";
import { Effects, useEffects } from "./Effects";
import { FanChart } from "./FanChart";
import { type AirTyped, Measured, measuredFrom } from "./Measured";
import { RunEditor } from "./RunEditor";

/** A run as many are, to be changed into the one that is there. */
export const USUAL_RUN: DuctRun = {
  diameterM: 0.1016,
  pieces: [
    { is: "straight", material: "foil", metres: 1.5 },
    { is: "bend", material: "metal", degrees: 90 },
    { is: "straight", material: "metal", metres: 3 },
  ],
  hood: "louvres",
  hoodOpen: 1,
  upM: 0,
};

interface Props {
  readonly machine: Machine;
  /** The run as it was kept; `undefined`: nobody built it. */
  readonly run: DuctRun | undefined;
  readonly onRun: (run: DuctRun) => void;
  /** Holds what was measured already. */
  readonly first?: AirTyped;
  /** Keeps what flows as a finding; left out where there is no job. */
  readonly onKeep?: ((flow: Figure, by: readonly string[]) => void) | undefined;
}

/** Shows what really flows, and what that does to this machine: the run, what was measured, fan against duct, now and cleared side by side. */
export function AirBoard({ machine, run, onRun, first, onKeep }: Props) {
  const [typed, setTyped] = useState<AirTyped>({ dutyPercent: 100, ...first });
  const { measured, amiss } = measuredFrom(typed);
  const estimates = flowsFrom(machine, measured);
  const flow = combined(estimates);
  const found = flow?.value;
  const stands = useMemo(() => airStands(machine, run, found), [machine, run, found]);
  const { does, trouble, water } = useEffects(machine, stands.cases);
  const measuring = <Measured typed={typed} onType={setTyped} estimates={estimates} amiss={amiss} />;
  return (
    <div className={styles.board}>
      <Verdict choke={flow && chokeOf(machine, flow, stands.loss)} now={does[0]} worst={worstSays(run, stands.worst)} />
      {trouble && (
        <p role="alert" className={styles.alert}>
          {trouble}
        </p>
      )}
      {flow?.apart && (
        <p role="alert" className={styles.alert}>
          These methods disagree: {estimates.map((e) => `${FROM_SAYS[e.by]} ${flowSays(e)}`).join(", ")}. One of them is off: read again.
        </p>
      )}
      {run ? (
        <>
          <DuctDrawing run={run} worst={stands.worst} />
          <div className={styles.split}>
            <RunEditor run={run} onRun={onRun} losses={stands.losses} worst={stands.worst} />
            {measuring}
          </div>
        </>
      ) : (
        <>
          <p className={styles.note}>No duct entered. Using a clear duct from the machine file: flow limits may be wrong.</p>
          <div className={styles.buttons}>
            <Button onClick={() => onRun(USUAL_RUN)}>Build the duct</Button>
          </div>
          {measuring}
        </>
      )}
      {flow && onKeep && (
        <div className={styles.buttons}>
          <Button
            look="main"
            onClick={() =>
              onKeep(
                flow,
                estimates.map((e) => FROM_SAYS[e.by]),
              )
            }
          >
            Save {flowSays(flow)} as evidence
          </Button>
        </div>
      )}
      <div className={styles.split}>
        <figure>
          <h3>Fan against duct, in w.c. over cfm</h3>
          <FanChart machine={machine} loss={stands.loss} now={stands.now} clear={stands.clear} />
        </figure>
        <Effects machine={machine} cases={stands.cases} flow={flow} does={does} water={water} />
      </div>
    </div>
  );
}

const ICON = { choked: CircleX, clear: CircleCheck, "may-be": CircleHelp };
const IS = { choked: "bad", clear: "good", "may-be": "open" } as const;

interface VerdictProps {
  readonly choke: Choke | undefined;
  readonly now: Consequence | undefined;
  readonly worst: string | undefined;
}

/** True where air did it, and what follows; before anything is measured, what is wanted. */
function Verdict({ choke, now, worst }: VerdictProps) {
  const verdict = choke ? airVerdict(choke) : "may-be";
  const Icon = ICON[verdict];
  const { title, follows } = choke ? airVerdictSays(verdict, choke, now, worst) : NOTHING_YET;
  return (
    <div className={styles.head} data-is={IS[verdict]} role="status">
      <Icon size={28} strokeWidth={2.5} aria-hidden />
      <h2>{title}</h2>
      <p>{follows}</p>
    </div>
  );
}

const NOTHING_YET = {
  title: "What is the airflow?",
  follows: "Build the duct, then measure at least one way. Each shows its uncertainty.",
};

/** A hood that is found half shut is named; else whatever chokes lies somewhere along the way. */
function worstSays(run: DuctRun | undefined, worst: number): string | undefined {
  if (!run || run.hoodOpen === 1) return undefined;
  const piece = run.pieces[worst];
  return piece ? pieceSays(piece) : `the ${HOOD_SAYS[run.hood]}, ${Math.round(run.hoodOpen * 100)}% open`;
}
