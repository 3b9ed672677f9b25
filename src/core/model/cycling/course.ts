import { real } from "../array/at";
import { endOf, evened, type Series, valueAt } from "./series";
import { smoothed } from "./smooth";
import type { Switch } from "./switches";

/** Holds what a curve of the exhaust shows besides its switches. °C, K, s. */
export interface Course {
  /** Steepest rise while it warms, K a minute. */
  readonly risesKPerMin: number;
  /** By how much it goes on beyond where it was when the heat went off, and under where it came on: means. */
  readonly overshootK: number | undefined;
  readonly undershootK: number | undefined;
  /** A stretch of a wet load in which the temperature stands: water takes the heat. */
  readonly plateau: { readonly from: number; readonly to: number; readonly celsius: number } | undefined;
}

const STRETCH_S = 5;
const HALF_S = 40;
/** It stands while it changes by less than this, K a minute, for so long, s, at least so far above its beginning, K. */
const STANDS_K_PER_MIN = 0.7;
const STANDS_S = 240;
const ABOVE_K = 6;

export function courseOf(series: Series, switches: readonly Switch[]): Course {
  const even = evened(series, STRETCH_S);
  const smooth = smoothed(even, HALF_S);
  const slope = smooth.map((v, i) => {
    const j = Math.max(0, i - 1);
    const dt = real(even.seconds, i) - real(even.seconds, j);
    return dt > 0 ? ((v - real(smooth, j)) / dt) * 60 : 0;
  });
  const firstOff = switches.find((s) => s.to === "off")?.t ?? endOf(even);
  const warming = slope.filter((_, i) => real(even.seconds, i) <= firstOff);
  const beyond = (to: Switch["to"], sign: number): number | undefined => {
    const all = switches
      .filter((s) => s.to === to)
      .map((s) => sign * (s.celsius - valueAt({ seconds: even.seconds, values: smooth }, s.t)));
    return all.length === 0 ? undefined : Math.max(0, all.reduce((sum, k) => sum + k, 0) / all.length);
  };
  return {
    risesKPerMin: Math.max(0, ...warming),
    overshootK: beyond("off", 1),
    undershootK: beyond("on", -1),
    plateau: plateauIn(even.seconds, smooth, slope, firstOff),
  };
}

/** The longest stretch before the first switch in which the temperature stands. */
function plateauIn(seconds: Float64Array, smooth: Float64Array, slope: Float64Array, until: number): Course["plateau"] {
  let best: Course["plateau"];
  let from: number | undefined;
  for (let i = 0; i <= seconds.length; i++) {
    const stands =
      i < seconds.length &&
      real(seconds, i) <= until &&
      Math.abs(real(slope, i)) < STANDS_K_PER_MIN &&
      real(smooth, i) > real(smooth, 0) + ABOVE_K;
    if (stands) {
      from ??= i;
      continue;
    }
    if (from !== undefined) {
      const [start, end] = [real(seconds, from), real(seconds, i - 1)];
      if (end - start >= STANDS_S && end - start > (best ? best.to - best.from : 0))
        best = { from: start, to: end, celsius: smooth.subarray(from, i).reduce((sum, v) => sum + v, 0) / (i - from) };
    }
    from = undefined;
  }
  return best;
}
