const WEEKDAYS = ["Sun", "Mon", "Tue", "Wed", "Thu", "Fri", "Sat"] as const;
const MONTHS = ["Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec"] as const;

/** “Thu 3 Dec” of a date (2026-12-03) or a time; with its year when asked. Dates are those of universal time, so that the same record says the same everywhere. */
export function daySays(date: string, { year = false }: { readonly year?: boolean } = {}): string {
  const d = new Date(date.length === 10 ? `${date}T00:00:00Z` : date);
  return `${WEEKDAYS[d.getUTCDay()]} ${d.getUTCDate()} ${MONTHS[d.getUTCMonth()]}${year ? ` ${d.getUTCFullYear()}` : ""}`;
}

/** “10:42” of a time, universal. */
export const clockSays = (time: string): string => new Date(time).toISOString().slice(11, 16);
