import { lowerUnlessNet } from "../../../core/model/naming/text";
import { Button } from "../../../ui/Button";
import form from "../../../ui/Form.module.css";
import { useDispatch, useJob, useMachine } from "../../store/context";
import styles from "./Hands.module.css";
import type { Reach } from "./use-reach";

/** Shows what is to be reached: what the proposal is about, or parts that are chosen, several with one opening. */
export function Goals({ reach }: { readonly reach: Reach }) {
  const machine = useMachine();
  const dispatch = useDispatch();
  const chosen = useJob((s) => s.view.reach);
  const marks = useJob((s) => s.diagnosis.standing?.marks);
  const parts = machine.parts.filter((p) => p.panel !== null).sort((a, b) => (marks?.[b.id]?.share ?? 0) - (marks?.[a.id]?.share ?? 0));
  const toggle = (id: string) => dispatch({ do: "reach", parts: chosen.includes(id) ? chosen.filter((p) => p !== id) : [...chosen, id] });
  return (
    <details className={form.details}>
      <summary>
        To reach: {lowerUnlessNet(reach.name)}
        {chosen.length === 0 ? ", as proposed" : ""}
      </summary>
      <div className={styles.goals}>
        {parts.map((p) => (
          <Button key={p.id} aria-pressed={chosen.includes(p.id)} onClick={() => toggle(p.id)}>
            {p.label}
          </Button>
        ))}
      </div>
    </details>
  );
}
