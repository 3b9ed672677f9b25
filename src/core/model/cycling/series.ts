import { real } from "../array/at";

/** Temperatures over time: s, in order; °C. */
export interface Series {
  readonly seconds: Float64Array;
  readonly values: Float64Array;
}

/** Means over stretches of at least this many seconds; what can't be read (OL) is left out. A series that is coarser already stays as it is. */
export function evened({ seconds, values }: Series, stretchS: number): Series {
  const at: number[] = [];
  const means: number[] = [];
  let [from, sumT, sum, count] = [-Infinity, 0, 0, 0];
  const close = () => {
    if (count === 0) return;
    at.push(sumT / count);
    means.push(sum / count);
    [sumT, sum, count] = [0, 0, 0];
  };
  for (let i = 0; i < values.length; i++) {
    const [t, v] = [real(seconds, i), real(values, i)];
    if (!Number.isFinite(v)) continue;
    if (t - from >= stretchS) {
      close();
      from = t;
    }
    [sumT, sum, count] = [sumT + t, sum + v, count + 1];
  }
  close();
  return { seconds: Float64Array.from(at), values: Float64Array.from(means) };
}

/** Median s between samples; 0 of fewer than two. */
export function spacing({ seconds }: Series): number {
  const gaps = Float64Array.from({ length: Math.max(0, seconds.length - 1) }, (_, i) => real(seconds, i + 1) - real(seconds, i)).sort();
  return gaps[gaps.length >> 1] ?? 0;
}

/** Median of |x| over that of a normal σ of 1. */
const MEDIAN_OF_NORMAL = 0.6745;

/** 1 σ of the noise from second differences, which a curve that is smooth hardly has (von Neumann 1941; the median keeps jumps out). */
export function noiseOf({ values }: Series): number {
  const second = Float64Array.from({ length: Math.max(0, values.length - 2) }, (_, i) =>
    Math.abs(real(values, i) - 2 * real(values, i + 1) + real(values, i + 2)),
  ).sort();
  return (second[second.length >> 1] ?? 0) / MEDIAN_OF_NORMAL / Math.sqrt(6);
}

/** Index of the first sample not before a moment. */
export function indexAt(seconds: Float64Array, at: number): number {
  let [low, high] = [0, seconds.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (real(seconds, middle) < at) low = middle + 1;
    else high = middle;
  }
  return low;
}

export const endOf = ({ seconds }: Series): number => real(seconds, seconds.length - 1);

/** Value at a moment, straight between samples; the first or the last outside of them. */
export function valueAt({ seconds, values }: Series, at: number): number {
  const i = indexAt(seconds, at);
  if (i === 0) return real(values, 0);
  if (i === seconds.length) return real(values, i - 1);
  const [t0, t1] = [real(seconds, i - 1), real(seconds, i)];
  return real(values, i - 1) + ((real(values, i) - real(values, i - 1)) * (at - t0)) / (t1 - t0);
}

/** Gives what of a series lies within its first so many seconds. */
export function firstPart({ seconds, values }: Series, mostS: number): Series {
  const end = indexAt(seconds, (seconds[0] ?? 0) + mostS);
  return { seconds: seconds.subarray(0, end), values: values.subarray(0, end) };
}
