import { real } from "../array/at";

/** Shares from logarithms. Written as loops: it runs over every hypothesis at every entry, and a typed array's own map is many times slower. */
export function softmax(logs: Float64Array): Float64Array {
  let top = -Infinity;
  for (let i = 0; i < logs.length; i++) if (real(logs, i) > top) top = real(logs, i);
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
  let top = -Infinity;
  for (let i = 0; i < logs.length; i++) if (real(logs, i) > top) top = real(logs, i);
  let sum = 0;
  for (let i = 0; i < logs.length; i++) sum += Math.exp(real(logs, i) - top);
  return top + Math.log(sum);
}
