import { differenceInMinutes, format, isToday } from "date-fns";
import { useEffect, useState } from "react";

/** Time of day in the reader's own zone, with the day when that is not today; the server may stand in another. */
export function Clock({ at }: { readonly at: string | undefined }) {
  if (at === undefined) return null;
  const time = new Date(at);
  return (
    <time dateTime={at} suppressHydrationWarning>
      {format(time, isToday(time) ? "h:mm a" : "EEE, MMM d, h:mm a")}
    </time>
  );
}

const AGAIN_MS = 30_000;

/** Gives how long ago a time is: “3 h ago”. It goes on while it is looked at. */
export function Ago({ at }: { readonly at: string | undefined }) {
  const [, again] = useState(0);
  useEffect(() => {
    const timer = setInterval(() => again((n) => n + 1), AGAIN_MS);
    return () => clearInterval(timer);
  }, []);
  if (at === undefined) return null;
  const minutes = differenceInMinutes(new Date(), new Date(at));
  return <span suppressHydrationWarning>({minutes < 60 ? `${Math.max(0, minutes)} min` : `${Math.floor(minutes / 60)} h`} ago)</span>;
}
