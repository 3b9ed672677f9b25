const WEEKDAYS = ["Sun", "Mon", "Tue", "Wed", "Thu", "Fri", "Sat"] as const;
const MONTHS = ["Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec"] as const;

/** “Thu 3 Dec” of a date (2026-12-03) or a time; with its year when asked. The date is the one that is written, so that the same record says the same everywhere. */
export function daySays(date: string, { year = false }: { readonly year?: boolean } = {}): string {
  const d = new Date(`${date.slice(0, 10)}T00:00:00Z`);
  return `${WEEKDAYS[d.getUTCDay()]} ${d.getUTCDate()} ${MONTHS[d.getUTCMonth()]}${year ? ` ${d.getUTCFullYear()}` : ""}`;
}

/** “10:42” of a time, by the clock that it was written with. */
export const clockSays = (time: string): string => time.slice(11, 16);
