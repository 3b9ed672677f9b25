const WEEKDAYS = ["Sun", "Mon", "Tue", "Wed", "Thu", "Fri", "Sat"] as const;
const MONTHS = ["Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec"] as const;

/** “Thu, Dec 3” of a date (2026-12-03) or a time; with its year when asked. The date is the one that is written, so that the same record says the same everywhere. */
export function daySays(date: string, { year = false }: { readonly year?: boolean } = {}): string {
  const d = new Date(`${date.slice(0, 10)}T00:00:00Z`);
  return `${WEEKDAYS[d.getUTCDay()]}, ${MONTHS[d.getUTCMonth()]} ${d.getUTCDate()}${year ? `, ${d.getUTCFullYear()}` : ""}`;
}

/** “5:24 PM” of a time, by the clock that it was written with. */
export function clockSays(time: string): string {
  const hour = Number(time.slice(11, 13));
  return `${hour % 12 === 0 ? 12 : hour % 12}:${time.slice(14, 16)} ${hour < 12 ? "AM" : "PM"}`;
}

/** The date so many months and days after a time; of a month that is shorter, its last day: 31 August and six months is 28 February. */
export function dayAfter(time: string, months: number, days: number): string {
  const d = new Date(`${time.slice(0, 10)}T00:00:00Z`);
  const day = d.getUTCDate();
  d.setUTCMonth(d.getUTCMonth() + months, 1);
  const last = new Date(Date.UTC(d.getUTCFullYear(), d.getUTCMonth() + 1, 0)).getUTCDate();
  d.setUTCDate(Math.min(day, last) + days);
  return d.toISOString().slice(0, 10);
}
