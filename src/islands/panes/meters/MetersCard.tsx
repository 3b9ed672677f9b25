import { useEffect, useState } from "react";
import { COMMON_METER, type Meter } from "../../../core/model/instrument/meter";
import { Button } from "../../../ui/Button";
import { dropMeter, keepMeter, keptMeters } from "./kept";
import { MeterForm } from "./MeterForm";
import styles from "./Meters.module.css";

/** The meters of who works here, with how far each may be off: what a reading is judged by. */
export function MetersCard({ className }: { readonly className: string | undefined }) {
  const [meters, setMeters] = useState<readonly Meter[]>([]);
  const [editing, setEditing] = useState<{ readonly meter: Meter; readonly instead?: string } | undefined>();
  useEffect(() => setMeters(keptMeters()), []);
  const done = () => {
    setMeters(keptMeters());
    setEditing(undefined);
  };
  return (
    <section className={className} aria-label="Your meters">
      <h2>Your meters</h2>
      <p>Accuracy of each range, from the meter's data sheet. Saved on this device and in each job you use it on.</p>
      <ul className={styles.list}>
        {meters.map((m) => (
          <li key={m.name}>
            <span>
              <b>{m.name}</b>, {m.ranges.length} {m.ranges.length === 1 ? "range" : "ranges"}
            </span>
            <Button aria-label={`Change ${m.name}`} onClick={() => setEditing({ meter: m, instead: m.name })}>
              Change
            </Button>
            <Button
              look="quiet"
              aria-label={`Remove ${m.name}`}
              onClick={() => {
                dropMeter(m.name);
                done();
              }}
            >
              Remove
            </Button>
          </li>
        ))}
        {meters.length === 0 && <li>None yet: readings are judged for a typical handheld meter (default).</li>}
      </ul>
      {editing ? (
        <MeterForm
          key={editing.instead ?? "new"}
          meter={editing.meter}
          onKeep={(meter) => {
            keepMeter(meter, editing.instead);
            done();
          }}
          onLeave={() => setEditing(undefined)}
        />
      ) : (
        <Button onClick={() => setEditing({ meter: { ...COMMON_METER, name: "" } })}>Add a meter</Button>
      )}
    </section>
  );
}
