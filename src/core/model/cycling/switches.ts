import { real } from "../array/at";
import { kinkOf } from "./kink";
import { lateTurn } from "./late-turn";
import { endOf, evened, noiseOf, type Series, spacing, valueAt } from "./series";
import { smoothed } from "./smooth";

/** The heat went off, or on again: s, and the exhaust's extreme that followed, °C. */
export interface Switch {
  readonly t: number;
  readonly to: "off" | "on";
  readonly celsius: number;
}

/** Finer than this, s, nothing is told by a sensor in the exhaust. */
const STRETCH_S = 1;
/** Half the stretch over which the noise is evened, s, and in samples where they are rare. */
const HALF_S = 12;
const HALF_SAMPLES = 1.5;
/** It turned once it came back by so many K, and by so many σ of what the evening leaves. */
const TURNED_K = 2.5;
const TURNED_SIGMA = 8;
/** On either side of a turn so much is looked at for the bend, s; and so long after the switch the bend shows: box, drum and sensor lag (est.). */
const BEND_S = 35;
const SHOWS_AFTER_S = 5.5;
/** Says how far from the extreme the bend may lie, s. */
const BEFORE_S = 12;
const AFTER_S = 8;

/**
 * When the heat went off and on after warming up, as the temperature of the exhaust tells it: where it turns, to the second by the bend of the curve. A turn that
 * the noise could make is none. Times are good to some 5 s, or a sample where those are further apart.
 */
export function switchesOf(series: Series): Switch[] {
  const even = evened(series, STRETCH_S);
  if (even.values.length < 8) return [];
  const gap = Math.max(STRETCH_S, spacing(even));
  const half = Math.max(HALF_S, HALF_SAMPLES * gap);
  const smooth = smoothed(even, half);
  const noise = noiseOf(even);
  // A parabola's middle keeps 9/4 of the mean's variance.
  const turned = Math.max(TURNED_K, TURNED_SIGMA * noise * Math.sqrt(9 / 4 / Math.max(3, (2 * half) / gap)));
  const turns = turnsOf(smooth, turned);
  const found: Switch[] = [];
  for (const [k, { index, to }] of turns.entries()) {
    const turn = real(even.seconds, index);
    const around = [
      real(even.seconds, turns[k - 1]?.index ?? 0),
      real(even.seconds, turns[k + 1]?.index ?? even.values.length - 1),
    ] as const;
    const late = endOf(even) - turn < BEND_S ? turnLike(even, found, to) : undefined;
    found.push({ t: late ?? bentAt(even, turn, around), to, celsius: real(smooth, index) });
  }
  const to = found.at(-1)?.to === "off" ? "on" : "off";
  const t = turnLike(even, found, to);
  return t === undefined ? found : [...found, { t, to, celsius: valueAt({ seconds: even.seconds, values: smooth }, t + SHOWS_AFTER_S) }];
}

/** Against so many turns before, the last, a turn near the end is held. */
const LIKE = 4;

/** A switch near the end, by the turns of its kind before. */
function turnLike(series: Series, found: readonly Switch[], to: Switch["to"]): number | undefined {
  const like = found.flatMap((s) => (s.to === to ? [s.t] : [])).slice(-LIKE);
  const last = found.at(-1);
  // The first of all comes out of the cold: it is like no other.
  const before = to === "off" ? like.slice(like.length === found.filter((s) => s.to === to).length ? 1 : 0) : like;
  return last && before.length >= 2 ? lateTurn(series, last.t, before) : undefined;
}

interface Turn {
  readonly index: number;
  readonly to: Switch["to"];
}

/** Where a curve turns from rising to falling and back, by at least so much. */
function turnsOf(values: Float64Array, by: number): Turn[] {
  const turns: Turn[] = [];
  let to: Switch["to"] = "off";
  let extreme = 0;
  for (let i = 1; i < values.length; i++) {
    const sign = to === "off" ? 1 : -1;
    const beyond = sign * (real(values, i) - real(values, extreme));
    if (beyond > 0) extreme = i;
    else if (-beyond > by) {
      // Whatever falls from the very first sample on was not seen to be switched.
      if (extreme > 1) turns.push({ index: extreme, to });
      to = to === "off" ? "on" : "off";
      extreme = i;
    }
  }
  return turns;
}

/** When the heat was switched, from the bend before a turn; from the turn itself where no bend can be made out. */
function bentAt(series: Series, turn: number, [from, to]: readonly [number, number]): number {
  const stretch = [Math.max(from, turn - BEND_S), Math.min(to, turn + BEND_S)] as const;
  const kink = kinkOf(series, stretch, [turn - BEFORE_S, turn + AFTER_S]);
  return (kink?.at ?? turn + TURN_LAGS_S) - SHOWS_AFTER_S;
}

const TURN_LAGS_S = 2.5;

/** Holds what a cycling exhaust comes to. °C; `null` where it never turned. */
export interface Cycling {
  readonly switches: readonly Switch[];
  /** Means of the extremes. */
  readonly peak: number | null;
  readonly trough: number | null;
}

export function cyclingOf(series: Series): Cycling {
  const switches = switchesOf(series);
  const mean = (to: Switch["to"]): number | null => {
    const all = switches.filter((s) => s.to === to).map((s) => s.celsius);
    return all.length === 0 ? null : all.reduce((sum, c) => sum + c, 0) / all.length;
  };
  return { switches, peak: mean("off"), trough: mean("on") };
}
