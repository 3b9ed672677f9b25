import type { Machine } from "../../model/machine/format";
import type { Finding } from "./finding";
import { sightFinding } from "./kinds/sight";

/** Holds what happens in a run, as it is told when it happens. */
export const HAPPENINGS = ["motor", "turns", "stops", "hums", "glow", "dark", "flame", "flame-out", "warm", "click", "trips"] as const;
export type Happening = (typeof HAPPENINGS)[number];

/** Holds what happened, in words. */
export const HAPPENED: Readonly<Record<Happening, string>> = {
  motor: "motor runs",
  turns: "drum turns",
  stops: "drum stops",
  hums: "hum",
  glow: "glow",
  dark: "dark",
  flame: "flame",
  "flame-out": "flame out",
  warm: "warm air",
  click: "click",
  trips: "trips",
};

export interface WatchedEvent {
  /** Seconds after start was pressed. */
  readonly at: number;
  readonly what: Happening;
}

/** A run that was watched: what happened in it, in order, and how long it was looked at. */
export interface WatchedRun {
  readonly seconds: number;
  readonly events: readonly WatchedEvent[];
}

/** Gives what can happen on this machine: no igniter, no glow. */
export const happeningsOf = (machine: Machine): Happening[] =>
  HAPPENINGS.filter((h) => machine.burner !== undefined || !["glow", "dark", "flame", "flame-out", "click"].includes(h));

/** Looked at for so long, s, what did not happen is told as not there; before that nothing is told. */
const NOT_STARTED_S = 15;
const NO_GLOW_S = 60;
const NO_DARK_S = 75;
const NO_FLAME_S = 120;
const COLD_S = 120;
/** Warm air within this time is warm air; what comes later is heat that came late, and not told as either. */
const WARM_BY_S = 150;
/** A flame that is not back so long after it went out does not come back, s. */
const FLAME_BACK_S = 90;

/** Holds what comes only once it runs. */
const HEATS: readonly Happening[] = ["warm", "glow", "flame"];

/** Gives what a run tells as sights: what happened, and what did not though it was looked at long enough. */
export function sightsOfRun(machine: Machine, { seconds, events }: WatchedRun): Finding[] {
  const first = (what: Happening) => events.find((e) => e.what === what)?.at;
  const last = (what: Happening) => events.findLast((e) => e.what === what)?.at;
  const told: Finding[] = [];
  const tell = (...sight: Parameters<typeof sightFinding>) => told.push(sightFinding(...sight));
  const [turns, hums, motor] = [first("turns"), first("hums"), first("motor")];
  // Whoever taps what only a machine that runs can do saw it run, though nobody tapped the drum.
  const heats = HEATS.map((h) => first(h)).find((at) => at !== undefined);
  const runs = turns ?? motor ?? heats;
  const watched = seconds >= NOT_STARTED_S;
  if (runs !== undefined) tell("starts", "yes");
  else if (watched) tell("starts", "no");
  if (turns !== undefined) tell("turns", "yes");
  else if (watched && (motor !== undefined || runs === undefined)) tell("turns", "no");
  if (first("click") !== undefined) tell("clicks", "yes");
  if (hums !== undefined) tell("hums", "yes");
  if (first("trips") !== undefined) tell("trips", "yes");
  if (runs === undefined) return told;
  const stops = last("stops");
  if (stops !== undefined && stops > runs && !events.some((e) => e.what === "turns" && e.at > stops)) tell("stops", "yes");
  const warm = first("warm");
  if (warm !== undefined && warm <= WARM_BY_S) tell("warm", "yes");
  else if (warm === undefined && seconds >= COLD_S) tell("warm", "no");
  return machine.burner ? [...told, ...burnerSights({ seconds, events })] : told;
}

function burnerSights({ seconds, events }: WatchedRun): Finding[] {
  const first = (what: Happening, after = 0) => events.find((e) => e.what === what && e.at >= after)?.at;
  const [glow, flame, out] = [first("glow"), first("flame"), events.findLast((e) => e.what === "flame-out")?.at];
  const dark = glow === undefined ? undefined : first("dark", glow);
  const back = out === undefined ? undefined : first("flame", out + 1);
  return [
    ...(glow !== undefined ? [sightFinding("glow", "yes", glow)] : seconds >= NO_GLOW_S ? [sightFinding("glow", "no")] : []),
    ...(glow !== undefined && dark !== undefined ? [sightFinding("dark", "yes", dark)] : []),
    ...(glow !== undefined && dark === undefined && seconds - glow >= NO_DARK_S ? [sightFinding("dark", "no")] : []),
    ...(flame !== undefined && flame <= NO_FLAME_S ? [sightFinding("flame", "yes", flame)] : []),
    ...(flame === undefined && seconds >= NO_FLAME_S ? [sightFinding("flame", "no")] : []),
    ...(out !== undefined && back === undefined && seconds - out >= FLAME_BACK_S ? [sightFinding("keeps", "no")] : []),
  ];
}
