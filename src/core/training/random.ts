import { item } from "../array/at";

/** A stream of numbers in [0, 1) from a seed: mulberry32 (public domain, T. Ettinger 2017). Same seed, same stream. */
export function randomFrom(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** Index drawn with probability in proportion to `weights`. */
export function drawIndex(weights: readonly number[], random: () => number): number {
  let left = random() * weights.reduce((a, b) => a + b, 0);
  for (let i = 0; i < weights.length; i++) {
    left -= item(weights, i);
    if (left < 0) return i;
  }
  return weights.length - 1;
}
