import { celsiusToFahrenheit, fahrenheitToCelsius, METRE_PER_SECOND_PER_FPM, METRES_PER_FOOT, METRES_PER_INCH } from "./quantity";
import type { Range } from "./range";

/** A unit of the trade for one that is kept, with the way there and back. */
interface Shown {
  readonly unit: string;
  readonly show: (kept: number) => number;
  readonly keep: (shown: number) => number;
}

const times = (unit: string, size: number): Shown => ({ unit, show: (kept) => kept / size, keep: (shown) => shown * size });

/** By the unit of a range (pound: NIST SP 811, appendix B.8). */
const SHOWN: Readonly<Record<string, Shown>> = {
  m: times("ft", METRES_PER_FOOT),
  "m/s": times("fpm", METRE_PER_SECOND_PER_FPM),
  "cm²": times("sq in.", (100 * METRES_PER_INCH) ** 2),
  kg: times("lb", 0.45359237),
  "°C": { unit: "°F", show: celsiusToFahrenheit, keep: fahrenheitToCelsius },
};

/** A range as it is shown and typed, its ends to three digits; what is kept is never outside of the range itself. */
export function shownRange(range: Range): Omit<Shown, "unit"> & { readonly range: Range } {
  const shown = SHOWN[range.unit];
  if (!shown) return { range, show: (kept) => kept, keep: (typed) => typed };
  const { unit, show } = shown;
  const end = (kept: number) => Number(show(kept).toPrecision(3));
  const keep = (typed: number) => Math.min(range.most, Math.max(range.least, shown.keep(typed)));
  return { range: { ...range, unit, least: end(range.least), most: end(range.most) }, show, keep };
}
