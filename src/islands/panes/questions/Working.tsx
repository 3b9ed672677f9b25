import card from "../../../ui/NextCard.module.css";

/** Shown while the next step is being worked out. */
export const Working = () => (
  <section className={card.card} aria-label="Next" data-working="true">
    <p className={card.kicker}>Next</p>
    <h2>Calculating…</h2>
  </section>
);
