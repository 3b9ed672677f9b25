import { real } from "./at";

/** Shares from logarithms. Written as loops: it runs over every hypothesis at every entry, and a typed array's own map is many times slower. */
export function softmax(logs: Float64Array): Float64Array {
  const top = highest(logs);
  const raw = new Float64Array(logs.length);
  let sum = 0;
  for (let i = 0; i < raw.length; i++) {
    const x = Math.exp(real(logs, i) - top);
    raw[i] = x;
    sum += x;
  }
  for (let i = 0; i < raw.length; i++) raw[i] = real(raw, i) / sum;
  return raw;
}

/** log Σ exp. */
export function logSum(logs: Float64Array): number {
  const top = highest(logs);
  let sum = 0;
  for (let i = 0; i < logs.length; i++) sum += Math.exp(real(logs, i) - top);
  return top + Math.log(sum);
}

/** A prior with columns of log-likelihoods added to it. */
export function summed(prior: Float64Array, columns: readonly Float64Array[]): Float64Array {
  const logs = Float64Array.from(prior);
  for (const column of columns) for (let i = 0; i < logs.length; i++) logs[i] = real(logs, i) + real(column, i);
  return logs;
}

/** The most of all; −∞ of none. */
export function highest(column: Float64Array): number {
  let top = -Infinity;
  for (let i = 0; i < column.length; i++) if (real(column, i) > top) top = real(column, i);
  return top;
}
