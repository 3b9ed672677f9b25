import { useState } from "react";
import { capital } from "../../../core/model/naming/text";
import { AIRWAY, type AirwayPlace, airwayAnswers, airwayOf, airwayWell } from "../../../core/record/finding/airway";
import type { Finding } from "../../../core/record/finding/finding";
import bench from "../../../ui/Bench.module.css";
import { Button } from "../../../ui/Button";
import { useDispatch, useJob, useMachine } from "../../store/context";
import styles from "./Air.module.css";

/** The way of the air, place by place, by eye and by hand; what was cleaned is said apart from what was found. */
export function Airway() {
  const machine = useMachine();
  if (!machine.parts.some((p) => p.kind === "duct")) return null;
  return (
    <ul className={`${bench.rows} ${bench.dense}`} aria-label="Air, place by place">
      {airwayOf(machine).map((place) => (
        <Place key={place} place={place} />
      ))}
    </ul>
  );
}

const airwayFinding = (place: AirwayPlace, value: string, louvres?: { readonly open: number; readonly of: number }): Finding => ({
  kind: "airway",
  place: { airway: place },
  result: { is: "answer", value, ...(louvres && { louvres }) },
  circumstances: {},
});

function Place({ place }: { readonly place: AirwayPlace }) {
  const dispatch = useDispatch();
  const record = useJob((s) => s.job.record);
  const [counted, setCounted] = useState<Counted>({ open: "", of: "" });
  // Whatever was cleaned since is said by its own mark: what was found stays as it was found.
  const lines = record.flatMap((l) => (l.status === "counts" ? [l.entry] : []));
  const foundAt = lines.findLastIndex((e) => e.kind === "finding" && e.body.kind === "airway" && e.body.place.airway === place);
  const last = lines[foundAt];
  const found = last?.kind === "finding" && last.body.kind === "airway" ? last.body.result.value : undefined;
  const isCleaned = lines.some((e, i) => e.kind === "cleaned" && e.body.airway === place && i > foundAt);
  return (
    <li>
      <div>
        <h3>
          {AIRWAY[place].name} {isCleaned && <small className={bench.good}>✓ cleaned</small>}
        </h3>
        <small>{AIRWAY[place].how}</small>
        {place === "hood" && <Louvres counted={counted} onCount={setCounted} />}
      </div>
      <span className={bench.answers}>
        {Object.entries(airwayAnswers(place)).map(([value, says]) => (
          <Button
            key={value}
            aria-pressed={found === value}
            aria-label={`${AIRWAY[place].name}: ${says}`}
            onClick={() => dispatch({ do: "record", drafts: [{ kind: "finding", body: airwayFinding(place, value, louvresIn(counted)) }] })}
          >
            {capital(says)}
          </Button>
        ))}
        {found !== undefined && found !== airwayWell(place) && !isCleaned && (
          <Button
            look="quiet"
            aria-label={`${AIRWAY[place].name}: mark cleaned`}
            onClick={() => dispatch({ do: "record", drafts: [{ kind: "cleaned", body: { airway: place } }] })}
          >
            Mark cleaned
          </Button>
        )}
      </span>
    </li>
  );
}

interface Counted {
  readonly open: string;
  readonly of: string;
}

/** The louvres as they were counted; `undefined` while either number is wanting, or more are open than there are. */
function louvresIn({ open, of }: Counted): { open: number; of: number } | undefined {
  if (open === "" || of === "") return undefined;
  const counted = { open: Number(open), of: Number(of) };
  return counted.of >= 1 && counted.open <= counted.of ? counted : undefined;
}

/** Gives how many louvres stand open, of how many. */
function Louvres({ counted, onCount }: { readonly counted: Counted; readonly onCount: (counted: Counted) => void }) {
  const field = (key: keyof Counted, name: string) => (
    <input
      className={bench.field}
      type="number"
      min={0}
      max={60}
      inputMode="numeric"
      aria-label={name}
      value={counted[key]}
      onChange={(e) => onCount({ ...counted, [key]: e.target.value })}
    />
  );
  return (
    <span className={styles.louvres}>
      {field("open", "Louvers open")} of {field("of", "Louvers in all")} louvers open
    </span>
  );
}
