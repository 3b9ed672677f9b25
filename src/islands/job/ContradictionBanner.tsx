import type { Contradiction } from "../../core/diagnosis/contradiction";
import styles from "./ContradictionBanner.module.css";
import { percent } from "./Sheet";

interface Props {
  readonly clash: Contradiction;
  /** The entry to retake, as it reads in the record. */
  readonly says: string;
}

/** Calm word that the record does not hang together, and which entry to take again. */
export function ContradictionBanner({ clash, says }: Props) {
  return (
    <section className={styles.banner} aria-label="Contradiction">
      <h2>Two entries don't go together</h2>
      <p>
        Take this one again: <b>{says}</b>.
      </p>
      <p className={styles.why}>
        With it, {lower(clash.leader.sentence)} leads at {percent(clash.leader.share)} and still does not explain everything; without it,{" "}
        {clash.without.sentence === clash.leader.sentence
          ? "the rest of the record goes together."
          : `${lower(clash.without.sentence)} would lead at ${percent(clash.without.share)}.`}
      </p>
    </section>
  );
}

const lower = (s: string): string => s.charAt(0).toLowerCase() + s.slice(1);
