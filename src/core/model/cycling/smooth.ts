import { real } from "../array/at";
import type { Series } from "./series";

/** Values evened by a parabola through what lies within `half` seconds of each (Savitzky & Golay 1964): a peak is kept, its noise is not. */
export function smoothed({ seconds, values }: Series, half: number): Float64Array {
  const out = new Float64Array(values.length);
  let [from, to] = [0, 0];
  for (let i = 0; i < values.length; i++) {
    const t = real(seconds, i);
    while (real(seconds, from) < t - half) from++;
    while (to < values.length && real(seconds, to) <= t + half + 1e-9) to++;
    out[i] = to - from < 4 ? real(values, i) : middleOf(seconds, values, from, to, t, half);
  }
  return out;
}

/** The parabola's value at `t`, from sums over what lies about it: a loop of its own, for it runs at every sample. */
function middleOf(seconds: Float64Array, values: Float64Array, from: number, to: number, t: number, half: number): number {
  let [s0, s1, s2, s3, s4, y0, y1, y2] = [0, 0, 0, 0, 0, 0, 0, 0];
  for (let k = from; k < to; k++) {
    const x = (real(seconds, k) - t) / half;
    const y = real(values, k);
    const xx = x * x;
    s0 += 1;
    s1 += x;
    s2 += xx;
    s3 += xx * x;
    s4 += xx * xx;
    y0 += y;
    y1 += x * y;
    y2 += xx * y;
  }
  // Cramer's rule for the constant of y = a + b x + c x².
  const [m0, m1, m2] = [s2 * s4 - s3 * s3, s1 * s4 - s2 * s3, s1 * s3 - s2 * s2];
  const determinant = s0 * m0 - s1 * m1 + s2 * m2;
  if (Math.abs(determinant) < 1e-9 * s0 ** 3) return y0 / s0;
  return (y0 * m0 - s1 * (y1 * s4 - y2 * s3) + s2 * (y1 * s3 - y2 * s2)) / determinant;
}
