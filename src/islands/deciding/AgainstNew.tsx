import { useState } from "react";
import { againstNew } from "../../core/deciding/replace";
import type { WayToRepair } from "../../core/deciding/ways-to-repair";
import { againstNewSays } from "../../core/language/deciding";
import bench from "../benches/shared/Bench.module.css";
import { useMachine } from "../job/store/context";
import { useStock } from "../stock/use-stock";
import styles from "./Deciding.module.css";

/** Repair or another machine: asked of its age, answered with all that the answer rests on. */
export function AgainstNew({ way }: { readonly way: WayToRepair }) {
  const machine = useMachine();
  const { terms } = useStock();
  const [typed, setTyped] = useState("");
  const age = /^\d{1,2}([.,]\d)?$/.test(typed.trim()) ? Number(typed.trim().replace(",", ".")) : undefined;
  const said =
    age === undefined ? undefined : againstNewSays(againstNew(machine, terms, age, way.bill.total, way.assemblies), terms.currency);
  return (
    <div className={styles.against}>
      <label>
        Repair or another machine? How old is it, in years
        <input className={bench.field} inputMode="decimal" value={typed} maxLength={4} onChange={(e) => setTyped(e.target.value)} />
      </label>
      {typed.trim() !== "" && age === undefined && <em role="alert">“{typed}” is no age; expected years, such as 9</em>}
      {said && (
        <>
          <p>{said.says}</p>
          <ul>
            {said.rests.map((r) => (
              <li key={r}>{r}</li>
            ))}
          </ul>
        </>
      )}
    </div>
  );
}
