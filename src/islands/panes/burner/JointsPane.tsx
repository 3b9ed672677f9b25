import { useState } from "react";
import { VALVE_LIST } from "../../../core/record/job/gas";
import { LEAK_METHODS, type LeakMethod } from "../../../core/record/job/kinds/energy/leak-test";
import type { GasJoint } from "../../../core/record/job/state";
import bench from "../../../ui/Bench.module.css";
import { Button } from "../../../ui/Button";
import worked from "../../../ui/Calculator.module.css";
import { Clock } from "../../../ui/Clock";
import { WordsForm } from "../../../ui/WordsForm";
import { useDispatch, useJob } from "../../store/context";
import { Checklist } from "../hands/Checklist";
import { Conversion } from "./Conversion";
import { GasSmell } from "./GasSmell";

const COMMON = ["union at the valve", "pressure tap plug", "orifice", "pipe to the gas shutoff"];

/** Joints that were opened, each with its leak test; the conversion to another fuel, all of it or none; what to do when it smells. */
export function JointsPane() {
  const dispatch = useDispatch();
  const joints = useJob((s) => s.job.joints);
  const open = (note: string) => dispatch({ do: "record", drafts: [{ kind: "gas-opened", body: { note } }] });
  const left = COMMON.filter((name) => !joints.some((j) => j.name === name));
  return (
    <div className={worked.board}>
      <GasSmell />
      <section aria-label="Gas joints">
        <h3>Opened joints: leak test each, or the job can't be closed</h3>
        {joints.length === 0 && <p className={bench.quiet}>None yet.</p>}
        <ul className={worked.joints}>
          {joints.map((j) => (
            <Joint key={j.name} joint={j} />
          ))}
        </ul>
        <div className={worked.buttons}>
          {left.map((name) => (
            <Button key={name} onClick={() => void open(name)}>
              Opened: {name}
            </Button>
          ))}
        </div>
        <WordsForm fields={{ name: { label: "Another opened joint", most: 60 } }} button="Opened" onKeep={({ name }) => void open(name)} />
        <p className={bench.quiet}>Gas work is for a licensed technician. Local code and the tech sheet come first.</p>
      </section>
      <details>
        <summary>Work at the valve: what was reused or changed</summary>
        <Checklist list={VALVE_LIST} label="Work at the valve" items={VALVE_WORK} />
      </details>
      <Conversion />
    </div>
  );
}

const VALVE_WORK = [
  { id: "spring", says: "Regulator spring: limiter off, retainer slowly, turns counted; set with the gauge afterward." },
  { id: "cap", says: "Limiter or cap of the fuel in use reused." },
  { id: "orifice", says: "Orifice of the fuel in use reused; it and the outlet face the same way." },
  { id: "sleeve", says: "Metal sleeve of the coils reused." },
  { id: "bracket", says: "Bracket’s pins in their holes." },
];

function Joint({ joint: { name, test } }: { readonly joint: GasJoint }) {
  const dispatch = useDispatch();
  const [method, setMethod] = useState<LeakMethod>("soap");
  const tested = (tight: boolean) => dispatch({ do: "record", drafts: [{ kind: "leak-test", body: { joint: name, method, tight } }] });
  return (
    <li data-tight={test?.tight ?? false}>
      <div>
        <b>
          {test?.tight ? "✓" : "⚠"} {name}
        </b>
        <p>
          {test ? (
            <>
              {test.tight ? "tight" : "leaks"}, {LEAK_METHODS[test.method]}, {test.by}, <Clock at={test.when} />
            </>
          ) : (
            "no leak test since it was opened"
          )}
        </p>
      </div>
      <span className={bench.answers}>
        <select
          className={bench.field}
          aria-label={`How ${name} is tested`}
          value={method}
          onChange={(e) => setMethod((Object.keys(LEAK_METHODS) as LeakMethod[]).find((m) => m === e.target.value) ?? method)}
        >
          {Object.entries(LEAK_METHODS).map(([id, says]) => (
            <option key={id} value={id}>
              {says}
            </option>
          ))}
        </select>
        <Button aria-label={`${name}: tight`} onClick={() => void tested(true)}>
          Tight
        </Button>
        <Button aria-label={`${name}: leaks`} onClick={() => void tested(false)}>
          Leaks
        </Button>
      </span>
    </li>
  );
}
