import { CircleCheck, CircleHelp, CircleX } from "lucide-react";
import { useCallback, useMemo, useState } from "react";
import { airVerdict, chokeOf, freeAs } from "../../core/air/choke";
import { USUAL_WATER_KG } from "../../core/air/consequence";
import { type DuctRun, lossesOf, USUAL_LIMIT_PA } from "../../core/air/duct-run";
import { combined, flowsFrom } from "../../core/air/estimates";
import { fanPressure, lossCurve, operatingPoint } from "../../core/air/fan";
import { AIR_RANGES } from "../../core/air/ranges";
import type { Figure } from "../../core/fitting/fit-run";
import { airRows, airVerdictSays, FROM_SAYS, flowSays, HOOD_SAYS, pieceSays } from "../../core/language/air";
import type { Machine } from "../../core/machine/format";
import { cfmOf } from "../../core/physics/airflow-from-rise";
import { Button } from "../../ui/Button";
import { NumberField } from "../worked/NumberField";
import styles from "../worked/Worked.module.css";
import { DuctDrawing } from "./DuctDrawing";
import { FanChart } from "./FanChart";
import { type AirTyped, Measured, measuredFrom } from "./Measured";
import { RunEditor } from "./RunEditor";
import { useConsequences } from "./use-consequences";

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
  /** What was measured already. */
  readonly first?: AirTyped;
  /** Keeps what flows as a finding; left out where there is no job. */
  readonly onKeep?: ((flow: Figure, by: readonly string[]) => void) | undefined;
}

/** What really flows, and what that does to this machine: the run, what was measured, fan against duct, now and cleared side by side. */
export function AirBoard({ machine, run, onRun, first, onKeep }: Props) {
  const [typed, setTyped] = useState<AirTyped>({ dutyPercent: 100, ...first });
  const [water, setWater] = useState(USUAL_WATER_KG);
  const { measured, amiss } = measuredFrom(typed);
  const estimates = flowsFrom(machine, measured);
  const flow = combined(estimates);
  // A hood that is found half shut is what is there; cleared, it is open.
  const cleared = useMemo(() => run && { ...run, hoodOpen: 1 }, [run]);
  const loss = useMemo(() => lossCurve(machine, cleared), [machine, cleared]);
  const clear = useMemo(() => operatingPoint(machine.thermal, loss), [machine, loss]);
  const asBuilt = useMemo(() => operatingPoint(machine.thermal, lossCurve(machine, run)), [machine, run]);
  const inMetal = useMemo(() => cleared && operatingPoint(machine.thermal, lossCurve(machine, metalOf(cleared))), [machine, cleared]);
  const now = flow?.value ?? (run && run.hoodOpen < 1 ? asBuilt.flow : undefined);
  const cases = [...(now === undefined ? [] : [now]), clear.flow, ...(inMetal && hasFoil(run) ? [inMetal.flow] : [])];
  const does = useConsequences(
    machine,
    cases.map((v) => freeAs(machine, v)),
    water,
  );
  const choke = flow && chokeOf(machine, flow, loss);
  const losses = run ? lossesOf(run, now ?? asBuilt.flow) : [];
  const worst = losses.length > 0 ? losses.indexOf(Math.max(...losses)) : -1;
  const names = [
    ...(now === undefined ? [] : ["Now"]),
    "Cleared",
    ...(cases.length > (now === undefined ? 1 : 2) ? ["Metal for foil"] : []),
  ];
  const keep = useCallback(() => {
    if (flow)
      onKeep?.(
        { value: flow.value, sigma: flow.sigma },
        estimates.map((e) => FROM_SAYS[e.by]),
      );
  }, [flow, estimates, onKeep]);
  return (
    <div className={styles.board}>
      {choke ? (
        <Head {...headOf(airVerdictSays(airVerdict(choke), choke, does[0], worstSays(run, worst)), airVerdict(choke))} />
      ) : (
        <Head
          is="open"
          title="What really flows?"
          says="Build the run, then measure in one way at least: each is worked out with its uncertainty."
        />
      )}
      {flow?.apart && (
        <p role="alert" className={styles.alert}>
          These ways differ by more than they may: {estimates.map((e) => `${FROM_SAYS[e.by]} ${flowSays(e)}`).join(", ")}. One of them is
          off: read again.
        </p>
      )}
      {run ? (
        <>
          <DuctDrawing run={run} worst={worst} />
          <div className={styles.split}>
            <RunEditor run={run} onRun={onRun} losses={losses} worst={worst} />
            <Measured typed={typed} onType={setTyped} estimates={estimates} amiss={amiss} />
          </div>
        </>
      ) : (
        <>
          <p className={styles.note}>Nobody built the run of this house: the clear duct of the machine’s file stands for it.</p>
          <div className={styles.buttons}>
            <Button onClick={() => onRun(USUAL_RUN)}>Build the run</Button>
          </div>
          <Measured typed={typed} onType={setTyped} estimates={estimates} amiss={amiss} />
        </>
      )}
      {flow && onKeep && (
        <div className={styles.buttons}>
          <Button look="main" onClick={keep}>
            Keep {flowSays(flow)} as evidence
          </Button>
        </div>
      )}
      <div className={styles.split}>
        <figure>
          <h3>Fan against duct, in w.c. over cfm</h3>
          <FanChart machine={machine} loss={loss} now={now} clear={clear.flow} />
        </figure>
        <div className={styles.scroll}>
          <NumberField
            label="Water in the load"
            range={AIR_RANGES.water}
            value={water}
            onChange={(kg) => kg !== undefined && setWater(kg)}
          />
          <table className={styles.table}>
            <thead>
              <tr>
                <th aria-label="What it does" />
                {names.map((n) => (
                  <th key={n}>{n}</th>
                ))}
              </tr>
            </thead>
            <tbody>
              {airRows(
                cases.map((v, i) => ({
                  flow: i === 0 && flow ? flowSays(flow) : `${cfmOf(v).toFixed(0)} cfm`,
                  pascal: fanPressure(machine.thermal, v),
                  does: does[i],
                })),
                USUAL_LIMIT_PA,
              ).map((row) => (
                <tr key={row.name}>
                  <th scope="row">{row.name}</th>
                  {row.cells.map((c, i) => (
                    <td key={names[i]} data-is={c.is}>
                      {c.is === "bad" ? "✗ " : c.is === "good" ? "✓ " : ""}
                      {c.says}
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      </div>
    </div>
  );
}

type Is = "good" | "bad" | "open";
const ICON = { good: CircleCheck, bad: CircleX, open: CircleHelp };

function Head({ is, title, says }: { readonly is: Is; readonly title: string; readonly says: string }) {
  const Icon = ICON[is];
  return (
    <div className={styles.head} data-is={is} role="status">
      <Icon size={28} strokeWidth={2.5} aria-hidden />
      <h2>{title}</h2>
      <p>{says}</p>
    </div>
  );
}

const headOf = ({ title, follows }: { readonly title: string; readonly follows: string }, verdict: ReturnType<typeof airVerdict>) => ({
  title,
  says: follows,
  is: ({ choked: "bad", clear: "good", "may-be": "open" } as const)[verdict],
});

const hasFoil = (run: DuctRun | undefined): boolean => run?.pieces.some((p) => p.material === "foil") === true;
const metalOf = (run: DuctRun): DuctRun => ({ ...run, pieces: run.pieces.map((p) => ({ ...p, material: "metal" as const })) });

/** A hood that is found half shut is named; else whatever chokes lies somewhere along the way. */
function worstSays(run: DuctRun | undefined, worst: number): string | undefined {
  if (!run || run.hoodOpen === 1) return undefined;
  const piece = run.pieces[worst];
  return piece ? pieceSays(piece) : `the ${HOOD_SAYS[run.hood]}, ${Math.round(run.hoodOpen * 100)} % open`;
}
