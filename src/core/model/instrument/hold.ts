import type { Streamed } from "./stream";

/** Holds what came from a meter so far: as much as is needed, however long it streams. */
export interface Hold {
  readonly last: Streamed | undefined;
  /** The newest readings, oldest first, at most {@link WINDOW}. */
  readonly newest: readonly Streamed[];
  /** s for which it has shown the same within its noise; 0 while it moves. */
  readonly steady: number;
  /** Holds what it shows, evened out over the time it was steady; Infinity for OL; `undefined` while it moves. */
  readonly held: number | undefined;
  readonly received: number;
  /** Numbers that never came, and such that came again. */
  readonly lost: number;
  readonly doubled: number;
  /** s at which it became steady. */
  readonly since: number | undefined;
}

/** Readings over which it must stand still. */
export const WINDOW = 15;
/** It stands still within so many of its last digit, or so much of its value. */
const DIGITS = 3;
const SHARE = 0.004;

export const NOTHING_HELD: Hold = {
  last: undefined,
  newest: [],
  steady: 0,
  held: undefined,
  received: 0,
  lost: 0,
  doubled: 0,
  since: undefined,
};

/** With one more reading. One that was heard already counts as doubled and changes nothing else. */
export function heard(hold: Hold, reading: Streamed): Hold {
  const before = hold.last?.seq ?? 0;
  if (reading.seq <= before) return { ...hold, doubled: hold.doubled + 1 };
  const newest = [...hold.newest, reading].slice(-WINDOW);
  const still = newest.length === WINDOW && standsStill(newest);
  const since = still ? (hold.since ?? reading.at) : undefined;
  return {
    last: reading,
    newest,
    since,
    steady: since === undefined ? 0 : reading.at - since,
    held: still ? evened(newest) : undefined,
    received: hold.received + 1,
    lost: hold.lost + (reading.seq - before - 1),
    doubled: hold.doubled,
  };
}

function standsStill(newest: readonly Streamed[]): boolean {
  const values = newest.map((r) => r.value);
  const digit = Math.max(...newest.map((r) => r.digit));
  if (values.some((v) => v === null)) return values.every((v) => v === null);
  const [least, most] = [Math.min(...(values as number[])), Math.max(...(values as number[]))];
  return most - least <= Math.max(DIGITS * digit, SHARE * Math.abs(most));
}

/** The middle one: one that jumps moves it least. To the meter's last digit. */
function evened(newest: readonly Streamed[]): number {
  const sorted = newest.map((r) => r.value ?? Infinity).sort((a, b) => a - b);
  return sorted[Math.floor(sorted.length / 2)] ?? Infinity;
}
