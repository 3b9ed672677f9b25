import styles from "./Sheet.module.css";

/** The hatched field of what is in doubt, for every drawing on the page. */
export function Hatch() {
  return (
    <svg width="0" height="0" aria-hidden="true" className={styles.hatchHome}>
      <defs>
        <pattern id="hatch" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width="7" height="7" className={styles.hatchField} />
          <rect width="3" height="7" className={styles.hatchLine} />
        </pattern>
      </defs>
    </svg>
  );
}
