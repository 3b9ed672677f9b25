import { item } from "../model/array/at";

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

/** A stream of its own for each name under a seed, so that what is drawn under one name moves nothing of another (FNV-1a over the name). */
export function streamFrom(seed: number, name: string): () => number {
  let hash = 0x811c9dc5 ^ seed;
  for (let i = 0; i < name.length; i++) hash = Math.imul(hash ^ name.charCodeAt(i), 0x01000193);
  const stream = randomFrom(Math.imul(hash ^ (hash >>> 15), 0x2c1b3c6d) ^ seed);
  stream();
  return stream;
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

/** Normal, mean 0 and 1 σ of 1 (Box & Muller 1958). */
export const normalFrom = (random: () => number): number => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());

export const within = ([low, high]: readonly [number, number], random: () => number): number => low + (high - low) * random();
