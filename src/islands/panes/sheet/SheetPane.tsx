import { type ReactNode, useMemo } from "react";
import { restControls } from "../../../core/model/machine/run/at-rest";
import { notThisOne } from "../../../core/speech/words/bench/plate";
import { pathSays } from "../../../core/speech/words/card/diagnosis";
import { useDispatch, useJob, useMachine } from "../../store/context";
import { Sheet } from "./Sheet";

const NO_MARKS = {};
const NO_POINTS: readonly string[] = [];

/** The sheet of the job's machine, marked with what the job knows. */
export function SheetPane({ lead }: { readonly lead?: ReactNode }) {
  const machine = useMachine();
  const dispatch = useDispatch();
  const standing = useJob((s) => s.diagnosis.standing);
  const shown = useJob((s) => s.view.path);
  const chosen = useJob((s) => s.view.chosen);
  const set = useJob((s) => s.view.controls);
  const power = useJob((s) => s.job.safety.power);
  const evidence = useJob((s) => s.job.evidence);
  const plate = useJob((s) => s.job.plate);
  const fitted = useJob((s) => s.job.fitted);
  const controls = useMemo(() => ({ ...restControls(machine), ...set }), [machine, set]);
  const path = standing?.paths.find((p) => p.entry === shown);
  const way = useMemo(() => path && { parts: path.parts.map((p) => p.part), says: pathSays(machine, path) }, [path, machine]);
  return (
    <Sheet
      machine={machine}
      lead={lead}
      power={power}
      evidence={evidence}
      fitted={fitted}
      marks={standing?.marks ?? NO_MARKS}
      controls={controls}
      probes={chosen.kind === "points" ? chosen.points : NO_POINTS}
      chosen={chosen.kind === "part" ? chosen.part : undefined}
      way={way}
      not={notThisOne(plate, machine)}
      onPart={(part) => dispatch({ do: "choose-part", part })}
      onPoint={(net) => dispatch({ do: "choose-point", net })}
    />
  );
}
