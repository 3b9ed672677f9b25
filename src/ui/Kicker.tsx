import type { ReactNode } from "react";
import card from "./NextCard.module.css";

/** The line above the title of the card of what is next, with what it takes or what is left. */
export const Kicker = ({ children }: { readonly children?: ReactNode }) => (
  <p className={card.kicker}>
    <span>Next</span>
    <span>{children}</span>
  </p>
);
