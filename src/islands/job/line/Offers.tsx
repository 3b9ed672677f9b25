import styles from "./ReadingLine.module.css";
import type { LineCompletion } from "./use-completion";

/** What the line could go on as, over it; the nearest to it is the best. */
export function Offers({ completion: { offers, menuProps, itemProps } }: { readonly completion: LineCompletion }) {
  return (
    <ul {...menuProps({ "aria-label": "Completions" })} className={styles.offers} hidden={offers.length === 0}>
      {offers.map((offer, index) => (
        <li key={offer.label} {...itemProps({ item: offer, index })}>
          <b>{offer.label}</b> {offer.hint}
        </li>
      ))}
    </ul>
  );
}
