import { useState } from "react";
import { FUELS, GASES, type Gas } from "../../../core/model/burner/gas";
import { otherGas } from "../../../core/model/burner/mismatch";
import { CONVERSION, CONVERSION_ITEMS, type ConversionItem } from "../../../core/record/job/kinds/energy/converted";
import bench from "../../../ui/Bench.module.css";
import { Button } from "../../../ui/Button";
import worked from "../../../ui/Calculator.module.css";
import { useDispatch, useJob } from "../../store/context";

const NOTHING: Readonly<Record<ConversionItem, boolean>> = { orifice: false, spring: false, cap: false, pressure: false, label: false };

/** A conversion is a complete set: what is missing is named, and nothing is recorded before. */
export function Conversion() {
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
          <span>Burning now {FUELS[gas].name}; to</span>
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
              ? `⚠ Conversion not complete. Do not light it. Missing: ${missing.map((m) => CONVERSION[m].toLowerCase()).join("; ")}.`
              : "Make it safe first: power off and proved dead, gas off."}
          </p>
        )}
        <div className={worked.buttons}>
          <Button onClick={convert}>Record conversion done</Button>
        </div>
      </section>
    </details>
  );
}
