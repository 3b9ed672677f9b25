import { percent } from "../../../core/model/naming/text";
import { readsOpen } from "../../../core/model/prediction/prediction";
import { formatValue } from "../../../core/model/quantity/format";
import type { Foresight } from "../../../core/reason/diagnosis/standing";
import { hypothesisSays } from "../../../core/speech/words/card/diagnosis";
import { useJob, useMachine } from "../../store/context";
import styles from "./SideCard.module.css";

const NONE: readonly Foresight[] = [];

/** Shows what would be read at the chosen place: on a good machine, and under each leading suspect. */
export function ForesightTable({ unit }: { readonly unit: "ohm" | "volt" }) {
  const machine = useMachine();
  const lines = useJob((s) => s.diagnosis.foresight);
  return (
    <table className={styles.lines} aria-busy={!lines}>
      <tbody>
        {(lines ?? NONE).map((line) => (
          <tr key={line.of?.hypothesis.id ?? "healthy"}>
            <th scope="row">
              {line.of ? hypothesisSays(machine, line.of.hypothesis) : "A good machine"}
              {line.of && <small> {percent(line.of.probability)}</small>}
            </th>
            <td>{readingSays(line, unit)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** Below this a contact is closed, Ω. */
const CLOSED_OHMS = 0.5;

function readingSays({ prediction }: Foresight, unit: "ohm" | "volt"): string {
  if (readsOpen(prediction)) return "OL";
  if (prediction.is !== "value") return "?";
  return unit === "ohm" && prediction.mean < CLOSED_OHMS ? `under ${CLOSED_OHMS} Ω` : formatValue(prediction.mean, unit);
}
