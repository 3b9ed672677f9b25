import type { Reading } from "../../../core/speech/understand";
import { Press } from "../../../ui/Press";
import styles from "./Readings.module.css";

interface Props {
  readonly readings: readonly Reading[];
  readonly onPick: (reading: Reading) => void;
}

/** Shows what words may have meant, one touch each. What the state of the job forbids says what must come first. */
export function Readings({ readings, onPick }: Props) {
  return (
    <ul className={styles.readings} aria-label="Did you mean">
      {readings.map((reading) => (
        <li key={reading.says}>
          <Press disabled={reading.blocked !== undefined} onClick={() => onPick(reading)}>
            {reading.says}
          </Press>
          {reading.blocked !== undefined && <small>{reading.blocked}</small>}
        </li>
      ))}
    </ul>
  );
}
