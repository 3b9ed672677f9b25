import { item, real } from "../../model/array/at";
import { highest, logSum } from "../../model/array/logs";
import type { Machine } from "../../model/machine/format";
import { findingKind } from "../../record/finding/finding";
import { astrayLikelihood } from "../../record/finding/kinds/ohms";
import type { Evidence } from "../../record/job/state";

/** Share of a job's entries that are slips, beyond the usual errors; and how often a job is such a one (est.): one unknown of the whole job. */
export const SLIPS: readonly number[] = [0, 0.02, 0.1];
export const USUALLY: readonly number[] = [0.86, 0.1, 0.04];

/** A value that was mistyped or misread, against the one that fits best (est.). */
const UNUSUAL = 0.1;

/** P(what was found | it was a slip): any answer alike, any value. `top`: log of what fits it best. */
export function slipped({ finding }: Evidence, machine: Machine, top: number): number {
  if (finding.kind === "ohms") return astrayLikelihood(finding.result.is === "OL" ? null : finding.result.value);
  const asks = findingKind(finding).asks(finding, machine);
  return asks && "answers" in asks ? 1 / asks.answers.length : Math.exp(top) * UNUSUAL;
}

/** Products that become smaller than this are carried at another scale. */
const SMALL = 1e-100;

/**
 * Expected share of slips, learned from how well the whole record goes together under any suspect. `any[n]`: P(n-th finding | it was a slip).
 */
export function slipsIn(prior: Float64Array, columns: readonly Float64Array[], any: readonly number[]): number {
  const fits = columns.map(fitOf);
  const logs = Float64Array.from(SLIPS, (slips, k) => {
    const strays = fits.map(({ top }, n) => (slips * item(any, n)) / Math.exp(top));
    return Math.log(item(USUALLY, k)) + logOfRecord(prior, fits, slips, strays);
  });
  const all = logSum(logs);
  return SLIPS.reduce((sum, slips, k) => sum + slips * Math.exp(real(logs, k) - all), 0);
}

/** A column as shares of its best, and the logarithm of that. */
interface Fit {
  readonly top: number;
  readonly shares: Float64Array;
}

function fitOf(column: Float64Array): Fit {
  const top = highest(column);
  const shares = new Float64Array(column.length);
  for (let i = 0; i < shares.length; i++) shares[i] = Math.exp(real(column, i) - top);
  return { top, shares };
}

/** log P(record), the tops left out, when such a share of its entries are slips. */
function logOfRecord(prior: Float64Array, fits: readonly Fit[], slips: number, strays: readonly number[]): number {
  const products = prior.map(Math.exp);
  let scale = 0;
  fits.forEach(({ shares }, n) => {
    const stray = item(strays, n);
    let most = 0;
    for (let i = 0; i < products.length; i++) {
      const product = real(products, i) * ((1 - slips) * real(shares, i) + stray);
      products[i] = product;
      if (product > most) most = product;
    }
    if (most === 0 || most > SMALL) return;
    for (let i = 0; i < products.length; i++) products[i] = real(products, i) / most;
    scale += Math.log(most);
  });
  let sum = 0;
  for (let i = 0; i < products.length; i++) sum += real(products, i);
  return scale + Math.log(sum);
}

/** A column when such a share of entries are slips. `any`: P(this one | it was a slip). */
export function withSlips(column: Float64Array, slips: number, any: number): Float64Array {
  const mixed = new Float64Array(column.length);
  for (let i = 0; i < mixed.length; i++) mixed[i] = Math.log((1 - slips) * Math.exp(real(column, i)) + slips * any);
  return mixed;
}
