import { type Fault, FaultSet } from "../machine/fault";
import type { Machine } from "../machine/format";
import { operate, startScript } from "../machine/run/operate";
import type { Frame } from "../machine/run/timeline";
import { DARK_C, GLOWS_C, WARM_K } from "../sights/run";

/** Holds what of a run is drawn, each in a lane of its own. */
export const LANES = ["drum", "glow", "flame", "warm"] as const;
export type Lane = (typeof LANES)[number];

/** Seconds from the start; `to` is the end of the strip where it goes on. */
export interface Span {
  readonly from: number;
  readonly to: number;
}

/** Says how a machine with some faults would run: when each lane is on. */
export interface Strip {
  readonly lanes: Readonly<Record<Lane, readonly Span[]>>;
}

export const lanesOf = (machine: Machine): Lane[] => LANES.filter((l) => machine.burner !== undefined || (l !== "glow" && l !== "flame"));

/** Runs the machine with these faults from pressing start, so many seconds long. Throws as {@link operate} does. */
export function stripOf(machine: Machine, faults: readonly Fault[], seconds: number): Strip {
  const set = new FaultSet(faults);
  const { frames } = operate(machine, set, { ...startScript(machine, seconds), everyS: EVERY_S });
  const { motor, belt } = machine.drum;
  const driven = belt === null || !(set.has(belt, "broken") || set.has(belt, "slips") || set.has(belt, "idler-stuck"));
  const warmC = machine.thermal.ambientC + WARM_K;
  let glows = false;
  const glowing = (f: Frame) => {
    glows = f.igniterC > GLOWS_C || (glows && f.igniterC > DARK_C);
    return glows;
  };
  const spans = (is: (f: Frame) => boolean) =>
    spansOf(
      frames.map((f) => ({ at: f.at, on: is(f) })),
      seconds,
    );
  return {
    lanes: {
      drum: spans((f) => driven && f.condition.atSpeed.has(motor)),
      glow: spans(glowing),
      flame: spans((f) => f.flame),
      warm: spans((f) => f.exhaustC > warmC),
    },
  };
}

/** Spans in which something is on, from what it is found to be at moments in order; what is on at the last of them stays so until `end`. */
export function spansOf(moments: readonly { readonly at: number; readonly on: boolean }[], end: number): Span[] {
  const spans: { from: number; to: number }[] = [];
  let open: { from: number; to: number } | undefined;
  for (const { at, on } of moments) {
    if (on && !open) {
      open = { from: at, to: end };
      spans.push(open);
    } else if (!on && open) {
      open.to = at;
      open = undefined;
    }
  }
  return spans;
}

/** A glow is not missed by more, s. */
const EVERY_S = 2;

/** Two runs differ in a lane for so long, s, before anybody would see it. */
const SEEN_APART_S = 6;

/** Where two runs part for the first time after a moment, and in which lane; `undefined`: not within the strip. */
export function partsAt(
  a: Strip,
  b: Strip,
  after: number,
  seconds: number,
  lanes: readonly Lane[],
): { readonly at: number; readonly lane: Lane } | undefined {
  const isOn = (spans: readonly Span[], t: number) => spans.some((s) => s.from <= t && t < s.to);
  for (let t = Math.ceil(after); t <= seconds - SEEN_APART_S; t++)
    for (const lane of lanes)
      if ([0, 2, 4, SEEN_APART_S].every((d) => isOn(a.lanes[lane], t + d) !== isOn(b.lanes[lane], t + d))) return { at: t, lane };
  return undefined;
}
