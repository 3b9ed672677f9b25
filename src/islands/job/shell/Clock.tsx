import { format } from "date-fns";

/** Time of day in the reader's own zone; the server may stand in another. */
export function Clock({ at }: { readonly at: string | undefined }) {
  if (at === undefined) return null;
  return (
    <time dateTime={at} suppressHydrationWarning>
      {format(new Date(at), "HH:mm")}
    </time>
  );
}
