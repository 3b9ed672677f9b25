import { item, real } from "../../../model/array/at";
import { OFF_SHARE, OFF_TIMES } from "../../../record/finding/kinds/ohms";

/** A part of the axis of values, from `low` up to `high`. */
export interface Band {
  low: number;
  high: number;
}

/** Holds what is foreseen, within 1 σ. */
export interface Spread {
  readonly mean: number;
  readonly sigma: number;
}
/** With its share of all that is foreseen. */
export interface Weighed extends Spread {
  readonly weight: number;
}

/** Foreseen as closely as this, as a share or in units, a value may have a band of its own. */
const CLOSE_SHARE = 0.3;
const CLOSE_UNITS = 0.45;
const BAND_SIGMAS = 3;
const MOST_BANDS = 6;
/** So many values at most get a band of their own, each with at least this share of what is foreseen. */
const MOST_PEAKS = 5;
const LEAST_PEAK = 0.005;
/** A stretch in which nobody's value lies is none. */
const LEAST_MASS = 0.02;
/** End of the axis: beyond it an ohm-meter shows OL, and nothing else gets there. */
export const END = 1e9;

const around = ({ mean, sigma }: Spread): Band => ({ low: Math.max(0, mean - BAND_SIGMAS * sigma), high: mean + BAND_SIGMAS * sigma });

/** Bands that do not overlap, rising: round what is likeliest to be read and what a good machine shows, and the stretches between. */
export function bandsOf(values: readonly Weighed[], healthy: Spread | undefined): Band[] {
  const own = healthy && around(healthy);
  const edges = [0, END, ...(own ? [own.low, own.high] : []), ...edgesOf(peaks(values))];
  const inOwn = (x: number) => own !== undefined && x > own.low && x < own.high;
  const cuts = [...new Set(edges.filter((x) => !inOwn(x)))].sort((a, b) => a - b);
  const stretches = cuts.slice(1).map((high, k): Band => ({ low: item(cuts, k), high }));
  const mass = (b: Band) => values.reduce((most, v) => Math.max(most, massIn(v, b)), 0);
  const peopled = stretches.filter((b) => mass(b) > LEAST_MASS);
  return fewer(peopled, own, mass);
}

/** The values round which most is foreseen, the likeliest first taken, rising. */
function peaks(values: readonly Weighed[]): Spread[] {
  const sorted = [...values].sort((a, b) => a.mean - b.mean);
  const sums = new Float64Array(sorted.length + 1);
  sorted.forEach((v, k) => {
    sums[k + 1] = real(sums, k) + v.weight;
  });
  const below = (x: number): number => {
    let [low, high] = [0, sorted.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if (item(sorted, middle).mean < x) low = middle + 1;
      else high = middle;
    }
    return real(sums, low);
  };
  const total = real(sums, sorted.length);
  const found: Spread[] = [];
  const crowded = sorted
    .filter((v) => v.sigma <= Math.max(CLOSE_UNITS, CLOSE_SHARE * v.mean))
    .map((v) => ({ v, near: below(v.mean + v.sigma) - below(v.mean - v.sigma) }))
    .sort((a, b) => b.near - a.near);
  for (const { v, near } of crowded) {
    if (found.length === MOST_PEAKS || near < LEAST_PEAK * total) break;
    if (found.every((f) => Math.abs(f.mean - v.mean) > BAND_SIGMAS * Math.max(f.sigma, v.sigma))) found.push(v);
  }
  return found.sort((a, b) => a.mean - b.mean);
}

/** Where the bands round these begin and end; between two that overlap, where both are as far. */
function edgesOf(rising: readonly Spread[]): number[] {
  const edges: number[] = [];
  rising.forEach((v, k) => {
    const before = rising[k - 1];
    const { low, high } = around(v);
    if (before && around(before).high > low) {
      edges.pop();
      edges.push((before.mean * v.sigma + v.mean * before.sigma) / (before.sigma + v.sigma));
    } else edges.push(low);
    edges.push(high);
  });
  return edges;
}

/** Neighbours are put together, those that tell least first; a healthy reading keeps its own band. */
function fewer(bands: readonly Band[], own: Band | undefined, mass: (b: Band) => number): Band[] {
  const left = bands.map((b) => ({ ...b }));
  while (left.length > MOST_BANDS) {
    let best = -1;
    let least = Infinity;
    for (let k = 0; k + 1 < left.length; k++) {
      const [a, b] = [item(left, k), item(left, k + 1)];
      const isOwn = own !== undefined && (a.low === own.low || b.low === own.low);
      const tells = Math.min(mass(a), mass(b)) + (isOwn ? 1 : 0);
      if (tells < least) [best, least] = [k, tells];
    }
    const gone = item(left, best + 1);
    item(left, best).high = gone.high;
    left.splice(best + 1, 1);
  }
  return left;
}

/** Of a value foreseen so, the share that is read within a band; some are further off. */
export function massIn({ mean, sigma }: Spread, { low, high }: Band): number {
  const within = (times: number) => normalBelow((high - mean) / (times * sigma)) - normalBelow((low - mean) / (times * sigma));
  return (1 - OFF_SHARE) * within(1) + OFF_SHARE * within(OFF_TIMES);
}

/** Normal distribution function, to 1e-7 (Abramowitz & Stegun 1964, 26.2.17). */
function normalBelow(z: number): number {
  const t = 1 / (1 + 0.2316419 * Math.abs(z));
  const poly = t * (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))));
  const tail = (Math.exp((-z * z) / 2) / Math.sqrt(2 * Math.PI)) * poly;
  return z > 0 ? 1 - tail : tail;
}
