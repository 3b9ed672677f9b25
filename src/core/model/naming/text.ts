export const capital = (s: string): string => s.charAt(0).toUpperCase() + s.slice(1);
export const lower = (s: string): string => s.charAt(0).toLowerCase() + s.slice(1);

/** Lower case for a name in the middle of a sentence, but nets stay as they are written on the sheet: “H3”, “M3 and H2”. */
export const lowerUnlessNet = (s: string): string => (/^[A-Z0-9.]+( and [A-Z0-9.]+)?$/.test(s) ? s : lower(s));

/** A share as a percentage: “>99 %”, “<1 %”, “37 %”. */
export const percent = (share: number): string => (share > 0.995 ? ">99%" : share < 0.01 ? "<1%" : `${Math.round(share * 100)}%`);

/** “38 to 71 %”. */
export const bandSays = ({ low, high }: { readonly low: number; readonly high: number }): string =>
  `${Math.round(low * 100)} to ${Math.round(high * 100)}%`;

/** “12 min”, “under a minute”. */
export const minutesSay = (m: number): string => (m < 1 ? "under a minute" : `${Math.round(m)} min`);

/** Seconds as a clock shows them, m:ss. */
export const clockSays = (seconds: number): string => `${Math.floor(seconds / 60)}:${String(Math.floor(seconds % 60)).padStart(2, "0")}`;
