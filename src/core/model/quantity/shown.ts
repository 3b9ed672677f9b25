import type { Range } from "./range";

/** A unit of the trade against the one that is reckoned in: shown = kept × per + zero (NIST SP 811, appendix B.8). */
interface Shown {
  readonly unit: string;
  readonly per: number;
  readonly zero?: number;
}

const SHOWN: Readonly<Record<string, Shown>> = {
  m: { unit: "ft", per: 1 / 0.3048 },
  "m/s": { unit: "fpm", per: 60 / 0.3048 },
  "cm²": { unit: "sq in.", per: 1 / 2.54 ** 2 },
  kg: { unit: "lb", per: 1 / 0.45359237 },
  "°C": { unit: "°F", per: 9 / 5, zero: 32 },
};

const AS_KEPT: Shown = { unit: "", per: 1 };

/** A range as it is shown and typed, with the way there and back. */
export function shownRange(range: Range): {
  readonly range: Range;
  readonly show: (kept: number) => number;
  readonly keep: (shown: number) => number;
} {
  const { per, zero = 0, unit } = SHOWN[range.unit] ?? { ...AS_KEPT, unit: range.unit };
  const show = (kept: number) => kept * per + zero;
  const round = (x: number) => Number(x.toPrecision(3));
  const shown = per === 1 ? range : { ...range, unit, least: round(show(range.least)), most: round(show(range.most)) };
  return { range: shown, show, keep: (x) => (x - zero) / per };
}
