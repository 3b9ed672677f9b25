import styles from "./Sheet.module.css";

/** The hatched fields of what is in doubt and of what can't be told, for every drawing on the page. */
export function Hatch() {
  return (
    <svg width="0" height="0" aria-hidden="true" className={styles.hatchHome}>
      <defs>
        <pattern id="hatch" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width="7" height="7" className={styles.hatchField} />
          <rect width="3" height="7" className={styles.hatchLine} />
        </pattern>
        <pattern id="cant-tell" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width="1.5" height="7" className={styles.doubtLine} />
        </pattern>
      </defs>
    </svg>
  );
}
