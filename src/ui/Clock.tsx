import { format, isToday } from "date-fns";

/** Time of day in the reader's own zone, with the day when that is not today; the server may stand in another. */
export function Clock({ at }: { readonly at: string | undefined }) {
  if (at === undefined) return null;
  const time = new Date(at);
  return (
    <time dateTime={at} suppressHydrationWarning>
      {format(time, isToday(time) ? "HH:mm" : "EEE d MMM HH:mm")}
    </time>
  );
}
