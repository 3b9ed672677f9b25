import { useState } from "react";
import type { Evidence } from "../../core/job/state";
import { PASCAL_PER_INCH_OF_WATER } from "../../core/quantity/quantity";
import { Button } from "../../ui/Button";
import panes from "../benches/meter/Meter.module.css";
import { useDispatch, useJob, useMachine } from "../job/store/context";
import worked from "../worked/Worked.module.css";
import { CoilsPane } from "./CoilsPane";
import { type BurnerTyped, GasBoard } from "./GasBoard";
import { JointsPane } from "./JointsPane";
import { SequencePane } from "./SequencePane";

const PANES = { ignition: "Ignition", gas: "Gas and orifice", coils: "Coils, igniter", joints: "Joints" } as const;
type Pane = keyof typeof PANES;

/** BTU/h of 1 W (NIST SP 811, appendix B.8). */
const BTU_PER_WH = 3600 / 1055.05585262;

/** The burner of this job: how it lights, what it burns, its coils hot, its joints. */
export function BurnerPane() {
  const [pane, setPane] = useState<Pane>("ignition");
  return (
    <div>
      <nav className={panes.panes} aria-label="Burner">
        {(Object.keys(PANES) as Pane[]).map((p) => (
          <Button key={p} aria-pressed={pane === p} onClick={() => setPane(p)}>
            {PANES[p]}
          </Button>
        ))}
      </nav>
      {SHOWN[pane]()}
    </div>
  );
}

const SHOWN: Record<Pane, () => React.ReactNode> = {
  ignition: () => <SequencePane />,
  gas: () => <GasOfJob />,
  coils: () => <CoilsPane />,
  joints: () => <JointsPane />,
};

/** A pressure of the gas as it was last read, in w.c. */
function lastInWc(evidence: readonly Evidence[], stream: "manifold" | "inlet"): number | undefined {
  const found = evidence.findLast(({ finding: f }) => f.kind === "pressure" && f.place.stream === stream)?.finding;
  if (found?.kind !== "pressure" || found.result.value <= 0) return undefined;
  return Number((found.result.value / PASCAL_PER_INCH_OF_WATER).toFixed(2));
}

/** The numbers of this job's burner: kept with the job when somebody says so. */
function GasOfJob() {
  const machine = useMachine();
  const dispatch = useDispatch();
  const kept = useJob((s) => s.job.burnerSet);
  const evidence = useJob((s) => s.job.evidence);
  const [typed, setTyped] = useState<BurnerTyped | undefined>();
  const read = { manifoldInWc: lastInWc(evidence, "manifold"), supplyInWc: lastInWc(evidence, "inlet") };
  const keep = async () => {
    if (!typed) return;
    const body = Object.fromEntries(Object.entries(typed).filter(([, v]) => v !== undefined)) as typeof typed & { gas: BurnerTyped["gas"] };
    await dispatch({ do: "record", drafts: [{ kind: "burner", body }] });
    setTyped(undefined);
  };
  return (
    <>
      <GasBoard
        typed={typed ?? { gas: "natural", ...read, ...kept }}
        onType={setTyped}
        plate={machine.burner && machine.burner.watts * BTU_PER_WH}
        onKeep={(input, sigma, by) =>
          dispatch({
            do: "record",
            drafts: [
              {
                kind: "finding",
                body: {
                  kind: "input",
                  place: { of: "burner" },
                  result: { is: "input", value: input / BTU_PER_WH, sigma: sigma / BTU_PER_WH, by },
                  circumstances: {},
                },
              },
            ],
          })
        }
      />
      {typed && (
        <div className={worked.buttons}>
          <Button onClick={() => void keep()}>Keep these with the job</Button>
        </div>
      )}
    </>
  );
}
