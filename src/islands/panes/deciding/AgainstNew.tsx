import { useState } from "react";
import { decimalIn } from "../../../core/model/quantity/decimal";
import { againstNew } from "../../../core/reason/deciding/replace";
import type { WayToRepair } from "../../../core/reason/deciding/ways-to-repair";
import { againstNewSays } from "../../../core/speech/words/report/deciding";
import bench from "../../../ui/Bench.module.css";
import { useDispatch, useJob, useMachine } from "../../store/context";
import { useStock } from "../stock/use-stock";
import styles from "./Deciding.module.css";

const yearsIn = (text: string): number | undefined => (/^\d{1,2}([.,]\d)?$/.test(text.trim()) ? decimalIn(text) : undefined);

/** Repair or another machine: asked of its age, which the job keeps; answered with all that the answer rests on. */
export function AgainstNew({ way }: { readonly way: WayToRepair }) {
  const machine = useMachine();
  const { terms } = useStock();
  const kept = useJob((s) => s.job.age);
  const dispatch = useDispatch();
  const [text, setTyped] = useState<string | undefined>();
  const typed = text ?? (kept === undefined ? "" : String(kept));
  const age = yearsIn(typed);
  const keep = () => {
    if (age !== undefined && age !== kept) void dispatch({ do: "record", drafts: [{ kind: "age", body: { years: age } }] });
  };
  const said =
    age === undefined ? undefined : againstNewSays(againstNew(machine, terms, age, way.bill.total, way.assemblies), terms.currency);
  return (
    <div className={styles.against}>
      <label>
        Repair or replace? Age of the machine, years
        <input
          className={bench.field}
          inputMode="decimal"
          value={typed}
          maxLength={4}
          onChange={(e) => setTyped(e.target.value)}
          onBlur={keep}
        />
      </label>
      {typed.trim() !== "" && age === undefined && <em role="alert">“{typed}” is not an age. Enter years, such as 9</em>}
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
