import { useState } from "react";
import { PLATE_ROWS, type Plate, type PlateRow, plateOf } from "../../../core/model/machine/plate";
import { PLATE } from "../../../core/record/job/kinds/intake/photo";
import { notThisOne, plateRowSays } from "../../../core/speech/words/bench/plate";
import bench from "../../../ui/Bench.module.css";
import { Button } from "../../../ui/Button";
import { Photo } from "../../panes/photos/Photo";
import { TakePhoto } from "../../panes/photos/TakePhoto";
import { useJob, useMachine } from "../../store/context";
import styles from "./Intake.module.css";
import { PlateForm } from "./PlateForm";

const ROW_NAMES: Readonly<Record<PlateRow, string>> = {
  maker: "maker",
  model: "model",
  fuel: "heat",
  volts: "supply",
  vented: "air",
};

/** The machine by its plate; where the sheet is another machine's, that is said. */
export function PlateCard() {
  const machine = useMachine();
  const read = useJob((s) => s.job.plate);
  const serial = useJob((s) => s.job.serial);
  const revision = useJob((s) => s.job.machineRef?.revision);
  const [correcting, setCorrecting] = useState(false);
  const plate: Plate = { ...plateOf(machine), ...read };
  const not = notThisOne(read, machine);
  if (correcting) return <PlateForm plate={plate} serial={serial ?? ""} onDone={() => setCorrecting(false)} />;
  return (
    <section className={styles.machine} aria-label="The machine">
      <dl className={styles.plate}>
        {PLATE_ROWS.map((row) => (
          <div key={row} data-row={row}>
            <dt>{ROW_NAMES[row]}</dt>
            <dd>{plateRowSays(row, plate)}</dd>
          </div>
        ))}
        <div>
          <dt>serial</dt>
          <dd>{serial ?? "not read"}</dd>
        </div>
      </dl>
      <div className={styles.sheet}>
        <p className={not ? bench.caution : undefined}>
          {not ? `⚠ ${not}` : `Its own wiring sheet: ${machine.maker} ${machine.model}, ${machine.family.toLowerCase()}.`}
        </p>
        {not && (
          <p>
            Not this machine's wiring sheet. Closest we have: {machine.maker} {machine.model}. Where they differ, go by the tech sheet.
          </p>
        )}
        <small className={bench.quiet}>Sheet revision {revision}</small>
        <div className={styles.buttons}>
          <Button onClick={() => setCorrecting(true)}>Correct the machine</Button>
          <TakePhoto of={PLATE}>Photograph the nameplate</TakePhoto>
        </div>
        <PlatePhotos />
      </div>
    </section>
  );
}

function PlatePhotos() {
  const photos = useJob((s) => s.job.photos).filter((p) => p.of === PLATE);
  if (photos.length === 0) return null;
  return (
    <div className={styles.buttons}>
      {photos.map((p, i) => (
        <Photo key={p.entry} file={p.file} says={`Nameplate, photo ${i + 1}`} />
      ))}
    </div>
  );
}
