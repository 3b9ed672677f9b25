import type { Happening } from "../../../core/record/finding/watched";

/** The letter that stands for each happening while the clock runs. */
export const LETTERS: Readonly<Record<Happening, string>> = {
  motor: "m",
  turns: "d",
  stops: "s",
  hums: "h",
  glow: "g",
  dark: "k",
  flame: "f",
  "flame-out": "o",
  warm: "w",
  click: "c",
  trips: "t",
};
