import { X } from "lucide-react";
import type { Mark } from "../../core/diagnosis/marks";
import { type Machine, partOf, unitOf } from "../../core/machine/schema";
import { windings } from "../../core/planning/tests";
import { Button } from "../../ui/Button";
import type { ProbeLine } from "../../workers/diagnosis.protocol";
import { ProbeLines } from "./ProbeCard";
import { percent } from "./Sheet";
import styles from "./SideCard.module.css";

interface Props {
  readonly machine: Machine;
  readonly partId: string;
  readonly mark: Mark | undefined;
  readonly probe: readonly ProbeLine[] | undefined;
  readonly onMeasure: (text: string) => void;
  readonly onClose: () => void;
}

const STATE = { good: "✓ Proven good", suspect: "Suspect", bad: "✕ Bad", unknown: "Not tested" } as const;

/** What a part does, how it is tested, and what it should read now. */
export function PartCard({ machine, partId, mark, probe, onMeasure, onClose }: Props) {
  const part = partOf(machine, partId);
  const unit = unitOf(machine, part);
  return (
    <section className={styles.card} aria-label={part.name}>
      <header>
        <h2>{part.name}</h2>
        <button type="button" aria-label="Close" onClick={onClose}>
          <X size={24} aria-hidden />
        </button>
      </header>
      {mark && (
        <p className={styles.state} data-state={mark.state}>
          {STATE[mark.state]}
          {(mark.state === "suspect" || mark.state === "bad") && `, ${percent(mark.share)}`}
        </p>
      )}
      <p>{part.does}</p>
      <dl>
        <dt>Test</dt>
        <dd>{part.test}</dd>
        <dt>Where</dt>
        <dd>{part.where}</dd>
        {part.nets.length > 0 && (
          <>
            <dt>Terminals</dt>
            <dd>{part.nets.join(", ")}</dd>
          </>
        )}
        <dt>New</dt>
        <dd>
          {unit.name}: {unit.price > 0 ? `about ${unit.price}` : "no part needed"}, {unit.minutes} min <small>(estimates)</small>
        </dd>
      </dl>
      {probe && (
        <>
          <h3>Across it now, wires off</h3>
          <ProbeLines lines={probe} unit="ohm" />
        </>
      )}
      {windings(part).length > 0 && <Button onClick={() => onMeasure(`${part.label.toLowerCase()} `)}>Type its reading</Button>}
      {windings(part).length === 0 && <Button onClick={() => onMeasure(`${part.label.toLowerCase()} good`)}>Say how it looks</Button>}
    </section>
  );
}
