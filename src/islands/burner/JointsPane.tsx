import { useState } from "react";
import { FUELS, GASES, type Gas } from "../../core/burner/gas";
import { otherGas } from "../../core/burner/mismatch";
import { sightFinding } from "../../core/finding/kinds/sight";
import { CONVERSION, CONVERSION_ITEMS, type ConversionItem } from "../../core/job/kinds/converted";
import { LEAK_METHODS, type LeakMethod } from "../../core/job/kinds/leak-test";
import type { GasJoint } from "../../core/job/state";
import { Button } from "../../ui/Button";
import bench from "../benches/shared/Bench.module.css";
import { Checklist } from "../hands/Checklist";
import { WordsForm } from "../hands/WordsForm";
import { Clock } from "../job/shell/Clock";
import { useDispatch, useJob } from "../job/store/context";
import worked from "../worked/Worked.module.css";
import styles from "./Burner.module.css";

const COMMON = ["union at the valve", "pressure tap plug", "orifice", "pipe to the cock"];

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
        <h3>Joints that were opened: each is tested, or the job can’t be closed</h3>
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
        <WordsForm
          fields={{ name: { label: "Another joint that was opened", most: 60 } }}
          button="Opened"
          onKeep={({ name }) => void open(name)}
        />
        <p className={bench.quiet}>Gas work is for the licensed; the local code and the maker’s sheet come first.</p>
      </section>
      <details>
        <summary>Work at the valve: what was carried over or changed</summary>
        <Checklist list="valve-work" label="Work at the valve" items={VALVE_WORK} />
      </details>
      <Conversion />
    </div>
  );
}

const VALVE_WORK = [
  { id: "spring", says: "Regulator spring: limiter off, retainer slowly, turns counted; set by the gauge afterwards." },
  { id: "cap", says: "Limiter or cap of the fuel in use carried over." },
  { id: "orifice", says: "Orifice of the fuel in use carried over; it and the outlet face the same way." },
  { id: "sleeve", says: "Metal sleeve of the coils carried over." },
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

const NOTHING: Readonly<Record<ConversionItem, boolean>> = { orifice: false, spring: false, cap: false, pressure: false, label: false };

/** A conversion is a complete set: what is missing is named, and nothing is recorded before. */
function Conversion() {
  const dispatch = useDispatch();
  const gas = useJob((s) => s.job.burnerSet?.gas ?? "natural");
  const dead = useJob((s) => s.job.safety.power === "dead");
  const [to, setTo] = useState<Gas>(otherGas(gas));
  const [done, setDone] = useState(NOTHING);
  const [refused, setRefused] = useState(false);
  const missing = CONVERSION_ITEMS.filter((i) => !done[i]);
  const convert = () => {
    if (missing.length > 0 || !dead) return setRefused(true);
    setRefused(false);
    setDone(NOTHING);
    const items = { orifice: true, spring: true, cap: true, pressure: true, label: true } as const;
    void dispatch({ do: "record", drafts: [{ kind: "converted", body: { to, items } }] });
  };
  return (
    <details>
      <summary>Convert it to another fuel</summary>
      <section aria-label="Conversion" className={worked.board}>
        <label className={worked.field}>
          <span>It burns {FUELS[gas].name}; to</span>
          <select className={bench.field} value={to} onChange={(e) => setTo(GASES.find((g) => g === e.target.value) ?? to)}>
            {GASES.filter((g) => g !== gas).map((g) => (
              <option key={g} value={g}>
                {FUELS[g].name}
              </option>
            ))}
          </select>
        </label>
        <ul className={worked.joints}>
          {CONVERSION_ITEMS.map((i) => (
            <li key={i}>
              <label>
                <input type="checkbox" checked={done[i]} onChange={(e) => setDone({ ...done, [i]: e.target.checked })} /> {CONVERSION[i]}
              </label>
            </li>
          ))}
        </ul>
        {refused && (missing.length > 0 || !dead) && (
          <p role="alert" className={worked.alert}>
            {dead
              ? `A conversion is complete or none: still missing: ${missing.map((m) => CONVERSION[m].toLowerCase()).join("; ")}.`
              : "Make it safe first: a conversion is work on a dead machine, its gas shut."}
          </p>
        )}
        <div className={worked.buttons}>
          <Button onClick={convert}>It is converted</Button>
        </div>
      </section>
    </details>
  );
}

/** One screen for when it smells of gas. */
function GasSmell() {
  const dispatch = useDispatch();
  const [smells, setSmells] = useState(false);
  if (!smells)
    return (
      <div className={worked.buttons}>
        <Button onClick={() => setSmells(true)}>⚠ It smells of gas</Button>
      </div>
    );
  return (
    <section aria-label="It smells of gas" className={styles.gas}>
      <h2>It smells of gas: now</h2>
      <ol>
        <li>1. Gas cock shut.</li>
        <li>2. No switch, no plug, no bell, no flame.</li>
        <li>3. Windows and doors open.</li>
        <li>4. Everybody out.</li>
        <li>5. From outside: call the gas supplier. Nobody goes back in before they say so.</li>
      </ol>
      <div className={worked.buttons}>
        <Button
          look="main"
          onClick={() =>
            dispatch({
              do: "record",
              drafts: [
                { kind: "valve", body: { of: "gas", state: "shut" } },
                { kind: "finding", body: sightFinding("smell", "gas") },
              ],
            })
          }
        >
          It is shut: record it
        </Button>
        <Button onClick={() => setSmells(false)}>It does not smell</Button>
      </div>
    </section>
  );
}
