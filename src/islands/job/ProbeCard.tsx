import { X } from "lucide-react";
import { formatValue } from "../../core/quantity/format";
import { Button } from "../../ui/Button";
import type { ProbeLine } from "../../workers/diagnosis.protocol";
import { percent } from "./Sheet";
import styles from "./SideCard.module.css";

interface Props {
  readonly points: readonly string[];
  readonly unit: "ohm" | "volt";
  readonly lines: readonly ProbeLine[] | undefined;
  readonly onMeasure: (text: string) => void;
  readonly onClose: () => void;
}

/** What a meter between two chosen points would show, healthy and under each leading suspect. */
export function ProbeCard({ points, unit, lines, onMeasure, onClose }: Props) {
  const [a, b] = points;
  return (
    <section className={styles.card} aria-label="Probes">
      <header>
        <h2>{b ? `${a} to ${b}` : `${a} to …`}</h2>
        <button type="button" aria-label="Close" onClick={onClose}>
          <X size={24} aria-hidden />
        </button>
      </header>
      {!b && <p>Choose a second test point.</p>}
      {b && (
        <>
          <p>{unit === "ohm" ? "Ohms, cord out, all wires on" : "Volts, running on heat"}</p>
          <ProbeLines lines={lines} unit={unit} />
          <Button onClick={() => onMeasure(`${a?.toLowerCase()} ${b.toLowerCase()} `)}>Type the reading</Button>
        </>
      )}
    </section>
  );
}

export function ProbeLines({ lines, unit }: { readonly lines: readonly ProbeLine[] | undefined; readonly unit: "ohm" | "volt" }) {
  return (
    <table className={styles.lines} aria-busy={!lines}>
      <tbody>
        {(lines ?? []).map((l) => (
          <tr key={l.says}>
            <th scope="row">
              {l.says}
              {l.share !== null && <small> {percent(l.share)}</small>}
            </th>
            <td>{rangeSays(l, unit)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function rangeSays(line: ProbeLine, unit: "ohm" | "volt"): string {
  if (!Number.isFinite(line.mean)) return "OL";
  if (unit === "ohm" && line.mean < 0.5) return "under 0.5 Ω";
  return formatValue(line.mean, unit);
}
