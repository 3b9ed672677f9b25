import type { Happening } from "../../../core/finding/watched";

/** What each key of the run says, the letter that stands for it, and how wide it is: the frequent ones are large. */
export const KEYS: Readonly<Record<Happening, { readonly says: string; readonly letter: string }>> = {
  motor: { says: "Motor runs", letter: "m" },
  turns: { says: "Drum turns", letter: "d" },
  stops: { says: "Drum stops", letter: "s" },
  hums: { says: "Hum", letter: "h" },
  glow: { says: "Glow", letter: "g" },
  dark: { says: "Dark", letter: "k" },
  flame: { says: "Flame", letter: "f" },
  "flame-out": { says: "Flame out", letter: "o" },
  warm: { says: "Warm air", letter: "w" },
  click: { says: "Click", letter: "c" },
  trips: { says: "Trips", letter: "t" },
};
