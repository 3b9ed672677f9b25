import { real } from "../array/at";
import { leastSquares } from "../array/least-squares";
import { indexAt, type Series } from "./series";

/** Values evened by a parabola through what lies within `half` seconds of each (Savitzky & Golay 1964): a peak is kept, its noise is not. */
export function smoothed(series: Series, half: number): Float64Array {
  const { seconds, values } = series;
  return values.map((value, i) => {
    const [from, to] = [indexAt(seconds, real(seconds, i) - half), indexAt(seconds, real(seconds, i) + half + 1e-9)];
    if (to - from < 4) return value;
    const rows = Array.from({ length: to - from }, (_, k) => {
      const x = (real(seconds, from + k) - real(seconds, i)) / half;
      return Float64Array.of(1, x, x * x);
    });
    return leastSquares(rows, values.subarray(from, to))?.coefficients[0] ?? value;
  });
}
