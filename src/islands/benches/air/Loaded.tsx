import { useMemo, useState } from "react";
import type { Machine } from "../../../core/model/machine/format";
import { placeSays } from "../../../core/model/naming/names";
import { formatValue } from "../../../core/model/quantity/format";
import { outletPairs } from "../../../core/reason/diagnosis/supply-cases";
import { healthyAmps, loadedJoints, loadedParts, terminalBlock } from "../../../core/reason/judging/loaded";
import { SUPPLY } from "../../../core/record/finding/kinds/amps";
import type { MeteredQuestion } from "../../../core/record/finding/metered";
import { cordSays, jointSays } from "../../../core/speech/words/bench/loaded";
import bench from "../../../ui/Bench.module.css";
import { Button } from "../../../ui/Button";
import { useDispatch, useJob, useMachine } from "../../store/context";
import styles from "./Air.module.css";
import { ReadRow, useLast } from "./ReadRow";

/** While it runs on heat: volts at the terminal block, what a joint drops, and the current of the machine and of its parts. */
export function Loaded() {
  const live = useJob((s) => s.job.safety.liveTests);
  const dispatch = useDispatch();
  return (
    <section className={styles.loaded} aria-label="Under load">
      <header className={bench.head}>
        <h2>Under load</h2>
        <p>Running on heat. One hand, insulated probes. Clamp one wire only.</p>
      </header>
      {live ? (
        <Rows />
      ) : (
        <p className={bench.quiet}>
          Live tests are off for this job.{" "}
          <Button onClick={() => dispatch({ do: "record", drafts: [{ kind: "preference", body: { liveTests: true } }] })}>
            Allow live tests
          </Button>
        </p>
      )}
      <ul className={`${bench.rows} ${bench.dense}`} aria-label="Whole machine">
        <ReadRow name="Current of the whole machine" question={ampsOf(SUPPLY)} />
      </ul>
    </section>
  );
}

const ampsOf = (through: string): MeteredQuestion => ({ kind: "amps", place: { through }, circumstances: {} });
const voltsIn = (between: readonly [string, string]): MeteredQuestion => ({
  kind: "volts",
  place: { between: [between[0], between[1]] },
  circumstances: { cord: "in" },
});

function Rows() {
  const machine = useMachine();
  const block = useMemo(() => terminalBlock(machine), [machine]);
  return (
    <ul className={`${bench.rows} ${bench.dense}`} aria-label="At the terminal block">
      {outletPairs(machine).map(({ says, between: [a, b] }) => (
        <ReadRow
          key={says}
          name={`Terminal block, ${says}`}
          question={voltsIn([block.get(a) ?? a, block.get(b) ?? b])}
          says={(volts) => <FromOutlet pair={[a, b]} volts={volts} />}
        />
      ))}
      <JointRow />
      <ClampRow />
    </ul>
  );
}

/** Shows what the cord and the outlet lose, where the outlet was measured too. */
function FromOutlet({ pair, volts }: { readonly pair: readonly [string, string]; readonly volts: number }) {
  const machine = useMachine();
  const outlet = useLast({ kind: "volts", place: { between: [pair[0], pair[1]] }, circumstances: {} });
  const amps = useMemo(() => healthyAmps(machine), [machine]);
  if (outlet?.result.is !== "value") return <>Meter the outlet too. The difference is the drop in the cord.</>;
  return <>{cordSays(outlet.result.value, volts, amps)}</>;
}

/** The voltage drop over one joint: from the terminal itself to the wire on it. */
function JointRow() {
  const machine = useMachine();
  const joints = useMemo(() => loadedJoints(machine), [machine]);
  const [at, setAt] = useState(0);
  const joint = joints[at];
  if (!joint) return null;
  return (
    <ReadRow
      key={joint.between.join()}
      name="Voltage drop across the splice or terminal at"
      choice={
        <select className={bench.field} aria-label="Splice or terminal" value={at} onChange={(e) => setAt(Number(e.target.value))}>
          {joints.map((j, i) => (
            <option key={j.between.join()} value={i}>
              {placeSays(machine, j.between)}, {formatValue(j.amps, "amp")}
            </option>
          ))}
        </select>
      }
      label={`Voltage drop, ${placeSays(machine, joint.between)}`}
      question={voltsIn(joint.between)}
      says={(volts) => <>{jointSays(volts, joint.amps)}</>}
    />
  );
}

function ClampRow() {
  const machine = useMachine();
  const parts = useMemo(() => loadedParts(machine), [machine]);
  const [id, setId] = useState(parts[0]?.part.id ?? "");
  if (parts.length === 0) return null;
  return (
    <ReadRow
      key={id}
      name="Current through"
      choice={
        <select className={bench.field} aria-label="Clamped part" value={id} onChange={(e) => setId(e.target.value)}>
          {parts.map(({ part }) => (
            <option key={part.id} value={part.id}>
              {part.name}
            </option>
          ))}
        </select>
      }
      label={`Current through ${nameOf(machine, id)}`}
      question={ampsOf(id)}
    />
  );
}

const nameOf = (machine: Machine, id: string): string => machine.parts.find((p) => p.id === id)?.name ?? id;
