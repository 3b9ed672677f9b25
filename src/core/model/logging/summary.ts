import { real } from "../array/at";
import type { MeterLog } from "./read-log";

/** Holds what a log comes to. Overloads count as readings but not in the values. */
export interface LogSummary {
  readonly rows: number;
  readonly overload: number;
  readonly first: { readonly t: number; readonly value: number };
  readonly last: { readonly t: number; readonly value: number };
  readonly least: number;
  readonly most: number;
  readonly mean: number;
}

/** Of a log that has a reading. Values are NaN where all are overloads. */
export function summaryOf({ seconds, values }: MeterLog): LogSummary {
  const rows = values.length;
  const at = (i: number) => ({ t: real(seconds, i), value: real(values, i) });
  let [sum, count, least, most] = [0, 0, Infinity, -Infinity];
  for (let i = 0; i < rows; i++) {
    const value = real(values, i);
    if (value === Infinity) continue;
    sum += value;
    count += 1;
    least = Math.min(least, value);
    most = Math.max(most, value);
  }
  const none = count === 0;
  return {
    rows,
    overload: rows - count,
    first: at(0),
    last: at(rows - 1),
    least: none ? Number.NaN : least,
    most: none ? Number.NaN : most,
    mean: none ? Number.NaN : sum / count,
  };
}
