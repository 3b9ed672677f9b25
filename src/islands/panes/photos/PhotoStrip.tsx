import { useState } from "react";
import { photoSays } from "../../../core/record/job/kinds/intake/photo";
import { Button } from "../../../ui/Button";
import hands from "../../../ui/Form.module.css";
import { Press } from "../../../ui/Press";
import { useJob, useMachine } from "../../store/context";
import styles from "./Photos.module.css";
import { PinBoard } from "./PinBoard";
import { TakePhoto } from "./TakePhoto";
import { Thumb } from "./Thumb";

/** Photos of this job, the newest first: taken here of what is in hand, opened to pin labels to them, two beside each other. */
export function PhotoStrip({ of }: { readonly of: string }) {
  const machine = useMachine();
  const photos = useJob((s) => s.job.photos);
  const open = useJob((s) => s.job.panelsOff.length > 0 || s.job.fitted.length > 0);
  const fitted = useJob((s) => s.job.fitted.length > 0);
  const [shown, setShown] = useState<readonly string[]>([]);
  const toggle = (file: string) => setShown(shown.includes(file) ? shown.filter((f) => f !== file) : [...shown, file].slice(-2));
  const inside = photos.filter((p) => p.of !== "plate");
  return (
    <section className={styles.strip} aria-label="Photos">
      <div className={hands.row}>
        <TakePhoto of={of} when={fitted ? "after" : "before"} several>
          {open ? "Photo" : "Photo before opening"}
        </TakePhoto>
        {shown.length > 0 && (
          <Button look="quiet" onClick={() => setShown([])}>
            Close
          </Button>
        )}
      </div>
      {inside.length > 0 && (
        <ol className={styles.thumbs}>
          {inside.toReversed().map((p) => (
            <li key={p.entry}>
              <Press
                className={styles.pick}
                aria-pressed={shown.includes(p.file)}
                aria-label={photoSays(machine, p)}
                onClick={() => toggle(p.file)}
              >
                <Thumb file={p.file} says={photoSays(machine, p)} />
              </Press>
            </li>
          ))}
        </ol>
      )}
      {shown.length > 0 && (
        <div className={styles.beside} data-two={shown.length > 1}>
          {shown.flatMap((file) => {
            const photo = photos.find((p) => p.file === file);
            return photo ? [<PinBoard key={file} photo={photo} />] : [];
          })}
        </div>
      )}
    </section>
  );
}
