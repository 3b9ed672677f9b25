import { real } from "../array/at";
import { leastSquares } from "../array/least-squares";
import { indexAt, type Series } from "./series";

/** Where a curve bends: the moment, s, and by how much better than without a bend it fits, as a sum of squares. */
interface Kink {
  readonly at: number;
  /** K/s before and after. */
  readonly before: number;
  readonly after: number;
  readonly gain: number;
}

const STEP_S = 0.5;
/** Nearer to the ends of the stretch than this no bend is looked for, s. */
const MARGIN_S = 6;

/**
 * The bend of a stretch of a series, searched for between two moments: a parabola on either side that meet in value (regression with one join point,
 * Hudson 1966). `undefined` where too little was sampled to tell.
 */
export function kinkOf(
  { seconds, values }: Series,
  stretch: readonly [number, number],
  search: readonly [number, number],
): Kink | undefined {
  const [from, to] = [indexAt(seconds, stretch[0]), indexAt(seconds, stretch[1] + 1e-9)];
  const y = values.subarray(from, to);
  if (y.length < 6) return undefined;
  const scale = stretch[1] - stretch[0];
  const x = (k: number) => real(seconds, from + k);
  const rows = (row: (x: number) => Float64Array) => Array.from(y, (_, k) => row(x(k)));
  const middle = (stretch[0] + stretch[1]) / 2;
  const plain = leastSquares(
    rows((t) => Float64Array.of(1, (t - middle) / scale, ((t - middle) / scale) ** 2)),
    y,
  );
  let best: Kink | undefined;
  const last = Math.min(search[1], stretch[1] - MARGIN_S);
  for (let at = Math.max(search[0], stretch[0] + MARGIN_S); at <= last; at += STEP_S) {
    const fit = leastSquares(
      rows((t) => {
        const [l, r] = [Math.min(0, t - at) / scale, Math.max(0, t - at) / scale];
        return Float64Array.of(1, l, l * l, r, r * r);
      }),
      y,
    );
    if (!fit || !plain) continue;
    const gain = plain.left - fit.left;
    if (!best || gain > best.gain) best = { at, before: real(fit.coefficients, 1) / scale, after: real(fit.coefficients, 3) / scale, gain };
  }
  return best;
}
