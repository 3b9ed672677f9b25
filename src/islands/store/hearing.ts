import { later } from "./later";

/** Gives what understands the reading line: words, rules and completions. It is heavy, and comes behind the page. */
export const hearing = later(() => import("./ear"));

/** The page says by this attribute that it shows what only hearing can tell. */
const SHOWN = "[data-hearing]";
export const shownHearing: Promise<unknown> = import.meta.env.SSR || document.querySelector(SHOWN) ? hearing.load() : Promise.resolve();
