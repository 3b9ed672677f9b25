import { real } from "../array/at";
import type { MeterLog } from "./read-log";

/** A point of a drawn log: s, value; null where all was OL, so that the line breaks. */
export type OutlinePoint = readonly [number, number | null];

/** A log with so few points that it can be drawn: least and most of each stretch, in the order of time, so that no peak is lost. */
export function outlineOf({ seconds, values }: Pick<MeterLog, "seconds" | "values">, most: number): OutlinePoint[] {
  const stretches = Math.max(1, Math.floor(most / 2));
  const size = Math.max(1, Math.ceil(values.length / stretches));
  const points: OutlinePoint[] = [];
  for (let from = 0; from < values.length; from += size)
    points.push(...stretchOf(seconds, values, from, Math.min(values.length, from + size)));
  return points;
}

function stretchOf(seconds: Float64Array, values: Float64Array, from: number, to: number): OutlinePoint[] {
  let [least, most] = [-1, -1];
  for (let i = from; i < to; i++) {
    if (real(values, i) === Infinity) continue;
    if (least < 0 || real(values, i) < real(values, least)) least = i;
    if (most < 0 || real(values, i) > real(values, most)) most = i;
  }
  if (least < 0) return [[real(seconds, from), null]];
  const ends = least === most ? [least] : [Math.min(least, most), Math.max(least, most)];
  return ends.map((i) => [real(seconds, i), real(values, i)]);
}
