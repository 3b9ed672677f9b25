import { millisecondsInDay } from "date-fns/constants";
/** Words that mean a day. */
export const DAY_WORDS =
  /\b(today|tomorrow|next week|in \d{1,2} days?|(?:mon|tue|wed|thu|fri|sat|sun)|(?:mon|tues|wednes|thurs|fri|satur|sun)day|\d{4}-\d{2}-\d{2})\b/i;

const NAMES = ["sunday", "monday", "tuesday", "wednesday", "thursday", "friday", "saturday"];
/** The date that is meant by a day said at a time: “Thursday” (the next one), “tomorrow”, “in 3 days”, “next week”. `undefined` where no day is meant, or the time is none. */
export function dayMeant(said: string, at: string): string | undefined {
  const from = Date.parse(`${at.slice(0, 10)}T00:00:00Z`);
  if (!Number.isFinite(from)) return undefined;
  const days = daysMeant(said.trim().toLowerCase(), new Date(from).getUTCDay());
  return days === undefined ? undefined : new Date(from + days * millisecondsInDay).toISOString().slice(0, 10);
}

function daysMeant(said: string, today: number): number | undefined {
  if (said === "today") return 0;
  if (said === "tomorrow") return 1;
  if (said === "next week") return 7;
  const counted = /^in (\d{1,2}) days?$/.exec(said);
  if (counted) return Number(counted[1]);
  const named = NAMES.findIndex((n) => n === said || n.slice(0, 3) === said);
  return named < 0 ? undefined : ((named - today + 6) % 7) + 1;
}
