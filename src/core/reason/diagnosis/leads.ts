import { item, real } from "../../model/array/at";
import { logSum, summed } from "../../model/array/logs";
import type { Evidence } from "../../record/job/state";

/** Holds what the leads of a meter that was not zeroed may read, Ω, and how often (est.): one unknown of the whole job. */
export const LEADS: readonly number[] = [0.05, 0.25, 0.5, 0.85];
const USUALLY: readonly number[] = [0.35, 0.35, 0.2, 0.1];
/** Above this leads do not matter, Ω. */
const LOW_OHMS = 25;

/** A low reading by leads of which nothing was said. */
export const hangsOnLeads = ({ finding }: Evidence): boolean =>
  finding.kind === "ohms" && finding.meter?.leadOhms === undefined && finding.result.is === "value" && finding.result.value < LOW_OHMS;

/** Shares of the leads that a job's meter may have, learned from all its low readings. `low[k][n]`: column of the n-th low reading under the k-th leads. */
export function leadShares(prior: Float64Array, low: readonly (readonly Float64Array[])[]): Float64Array {
  const logs = Float64Array.from(low, (columns, k) => {
    return Math.log(item(USUALLY, k)) + logSum(summed(prior, columns));
  });
  const all = logSum(logs);
  return logs.map((l) => Math.exp(l - all));
}

/** One column for what may be any of these, with these shares. */
export function mixed(columns: readonly Float64Array[], shares: Float64Array): Float64Array {
  const first = item(columns, 0);
  const sum = new Float64Array(first.length);
  columns.forEach((column, k) => {
    const share = real(shares, k);
    for (let i = 0; i < sum.length; i++) sum[i] = real(sum, i) + share * Math.exp(real(column, i));
  });
  for (let i = 0; i < sum.length; i++) sum[i] = Math.log(real(sum, i));
  return sum;
}
