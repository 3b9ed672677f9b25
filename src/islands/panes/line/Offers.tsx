import styles from "./ReadingLine.module.css";
import type { LineCompletion } from "./use-completion";

interface Props {
  readonly completion: LineCompletion;
  /** The keys for a reading lie where they would be. */
  readonly held: boolean;
}

/** Shows what the line could go on as, over it; the nearest to it is the best. */
export function Offers({ completion: { offers, menuProps, itemProps }, held }: Props) {
  return (
    <ul {...menuProps({ "aria-label": "Completions" })} className={styles.offers} hidden={held || offers.length === 0}>
      {offers.map((offer, index) => (
        <li key={offer.label} {...itemProps({ item: offer, index })}>
          <b>{offer.label}</b> {offer.hint}
        </li>
      ))}
    </ul>
  );
}
