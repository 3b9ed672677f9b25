import { useState } from "react";
import type { BurnerKnown } from "../../../core/model/burner/reckoned";
import { btuPerHour, PASCAL_PER_INCH_OF_WATER, wattsOf } from "../../../core/model/quantity/quantity";
import type { Evidence } from "../../../core/record/job/state";
import { Button } from "../../../ui/Button";
import worked from "../../../ui/Calculator.module.css";
import panes from "../../../ui/Tabs.module.css";
import { useDispatch, useJob, useMachine } from "../../store/context";
import { CoilsPane } from "./CoilsPane";
import { GasBoard } from "./GasBoard";
import { JointsPane } from "./JointsPane";
import { SequencePane } from "./SequencePane";

const PANES = { ignition: "Ignition", gas: "Gas and orifice", coils: "Coils, igniter", joints: "Joints" } as const;
type Pane = keyof typeof PANES;

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
  const [typed, setTyped] = useState<BurnerKnown | undefined>();
  const read = { manifoldInWc: lastInWc(evidence, "manifold"), supplyInWc: lastInWc(evidence, "inlet") };
  const keep = async () => {
    if (!typed) return;
    await dispatch({ do: "record", drafts: [{ kind: "burner", body: typed }] });
    setTyped(undefined);
  };
  return (
    <>
      <GasBoard
        typed={typed ?? { gas: "natural", ...read, ...kept }}
        onType={setTyped}
        plate={machine.burner && btuPerHour(machine.burner.watts)}
        onKeep={(input, sigma, by) =>
          dispatch({
            do: "record",
            drafts: [
              {
                kind: "finding",
                body: {
                  kind: "input",
                  place: { of: "burner" },
                  result: { is: "input", value: wattsOf(input), sigma: wattsOf(sigma), by },
                  circumstances: {},
                },
              },
            ],
          })
        }
      />
      {typed && (
        <div className={worked.buttons}>
          <Button onClick={() => void keep()}>Save to job</Button>
        </div>
      )}
    </>
  );
}
