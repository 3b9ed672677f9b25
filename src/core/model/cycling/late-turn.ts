import { real } from "../array/at";
import { endOf, indexAt, type Series, valueAt } from "./series";

/** The last stretch that is held against earlier turns, s. */
const STRETCH_S = 60;
/** So soon after the switch before, s, the curve is still bending from that. */
const SETTLES_S = 15;
const STEP_S = 0.5;
/** A switch so short before the end has bent nothing yet, s. */
const UNSEEN_S = 8;
/** So many times the variance between earlier turns it must fit better than the same curve before its turn. */
const BELIEVED = 25;
const LEAST_NOISE_K = 0.15;

/**
 * A switch so short before the end that its bend can't be fitted: the last stretch is held against how the curve went round the same turn before (`before`: when
 * the heat was switched then, s, at least two), at every moment at which it may have come, and at those too late to be seen. `undefined` where the latter do as well.
 */
export function lateTurn(series: Series, since: number, before: readonly number[]): number | undefined {
  const end = endOf(series);
  const from = Math.max(since + SETTLES_S, end - STRETCH_S);
  const samples = stretchOf(series, from, end);
  if (samples.length < 3) return undefined;
  let [seen, unseen]: [Fitted | undefined, Fitted | undefined] = [undefined, undefined];
  for (let at = from; at <= end + STRETCH_S; at += STEP_S) {
    const left = misfit(series, samples, before, at);
    if (at < end - UNSEEN_S && (!seen || left < seen.left)) seen = { at, left };
    if (at >= end - UNSEEN_S && (!unseen || left < unseen.left)) unseen = { at, left };
  }
  if (!seen || !unseen) return undefined;
  const variance = Math.max(LEAST_NOISE_K ** 2, seen.left / samples.length, ownVariance(series, before, end - seen.at, seen.at - from));
  return unseen.left - seen.left > BELIEVED * variance ? seen.at : undefined;
}

interface Fitted {
  readonly at: number;
  readonly left: number;
}

/** Indices of the samples between two moments. */
function stretchOf({ seconds }: Series, from: number, to: number): number[] {
  const first = indexAt(seconds, from);
  return Array.from({ length: indexAt(seconds, to + 1e-9) - first }, (_, k) => first + k);
}

/** Σ of the squares that are left when the mean of earlier turns is laid over samples so that it turns at a moment, up or down as fits best. */
function misfit(series: Series, samples: readonly number[], before: readonly number[], at: number): number {
  const off = samples.map((i) => {
    const x = real(series.seconds, i) - at;
    return real(series.values, i) - before.reduce((sum, t) => sum + valueAt(series, t + x), 0) / before.length;
  });
  const mean = off.reduce((sum, o) => sum + o, 0) / off.length;
  return off.reduce((sum, o) => sum + (o - mean) ** 2, 0);
}

/** Gives how far earlier turns lie from each other in the same stretch, as a variance. */
function ownVariance(series: Series, before: readonly number[], after: number, ahead: number): number {
  const each = before.map((t, k) => {
    const samples = stretchOf(series, t - ahead, t + after);
    return misfit(series, samples, before.toSpliced(k, 1), t) / samples.length;
  });
  return each.reduce((sum, v) => sum + v, 0) / each.length;
}
