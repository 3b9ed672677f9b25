import { item, lastOf } from "../array/at";
import { operatingPoint, voltsBetween } from "../circuit/solve";
import type { FaultSet } from "../machine/fault";
import { hasHood, type Machine, type PartOf, partOfKind, returnRail } from "../machine/format";
import { networkOf } from "../machine/network";
import { coldCondition, restControls } from "../machine/run/at-rest";
import type { ControlPositions } from "../machine/run/condition";
import { airflow } from "../machine/run/heat";
import type { Frame } from "../machine/run/timeline";

/** P(answer) of one sight, as an attentive person would give it; its answers add up to 1. */
export type Shares = Readonly<Record<string, number>>;

/** A run that somebody attends to. */
export interface SeenRun {
  readonly machine: Machine;
  readonly faults: FaultSet;
  readonly frames: readonly Frame[];
  /** It goes on long enough to see the heat cycle. */
  readonly long: boolean;
  /** Gives what another sight of it shows. */
  readonly of: (sight: string) => Shares | undefined;
}

/** Holds what the run shows of a sight; `undefined` where it says nothing. */
export type Share = (run: SeenRun) => Shares | undefined;

/** The model does not show it: a reading, or a sight that is taken when it is told. */
export const notInTheRun: Share = () => undefined;

/** Kelvin above the room at which half of the people call the air warm, and how sharply they differ (est.). */
export const WARM_K = 9;
const WARM_SPREAD_K = 2.5;
/** Least flow of air that a hand notices. */
const FELT_M3_PER_S = 0.004;
/** Share of looks at a drum whose belt slips that find it turning: empty it does, loaded it stands (est.). */
const SLIPPING_TURNS = 0.25;
/** Less heat than this is none. */
const HEATS_W = 20;
const RELEASED_AT_S = 6;
const WARM_AT_S = 120;

const yes = (p: number): Shares => ({ yes: p, no: 1 - p });
const frameAt = ({ frames }: SeenRun, s: number): Frame => frames.findLast((f) => f.at <= s) ?? item(frames, 0);
const isUp = ({ machine }: SeenRun, { condition }: Frame): boolean => condition.atSpeed.has(machine.drum.motor);

const runs = (run: SeenRun, started: number): number =>
  isUp(run, frameAt(run, RELEASED_AT_S)) ? 1 : run.frames.some((f) => isUp(run, f)) ? started : 0;

/** The motor comes up and stays. */
export const starts: Share = (run) => yes(runs(run, 0.35));

export const turns: Share = (run) => {
  const { belt } = run.machine.drum;
  const broken = belt !== null && run.faults.has(belt, "broken");
  const slips = belt !== null && (run.faults.has(belt, "slips") || run.faults.has(belt, "idler-stuck"));
  return yes((broken ? 0 : slips ? SLIPPING_TURNS : 1) * runs(run, 0.3));
};

/** Contacts that chatter are heard, and taken for a hum by most. */
export const hums: Share = ({ frames }) => yes(frames.some((f) => f.hums) ? 0.95 : frames.some((f) => f.chatters) ? 0.7 : 0);

/** Without a fan no air comes out that could be felt. */
export const warm: Share = (run) => {
  const felt = frameAt(run, WARM_AT_S);
  const rise = felt.flow > FELT_M3_PER_S ? felt.exhaustC - run.machine.thermal.ambientC : 0;
  return yes(1 / (1 + Math.exp(-(rise - WARM_K) / WARM_SPREAD_K)));
};

export const trips: Share = ({ frames }) => yes(lastOf(frames).condition.breakerTripped ? 1 : 0);

export const lamp: Share = ({ machine, faults }) =>
  machine.lamp === null ? undefined : yes(lampLights(machine, faults, partOfKind(machine, machine.lamp, "resistor")) ? 1 : 0);

export const advances: Share = ({ machine, frames }) => (machine.timer ? yes(frames.some((f) => f.timed) ? 1 : 0) : undefined);

export const displayLit: Share = ({ machine, frames }) => (hasBoard(machine) ? yes(frames.some((f) => f.lit) ? 1 : 0) : undefined);

/** The code on a board's display: its answers are the machine's own codes. */
export const boardCode: Share = ({ machine, frames }) => (hasBoard(machine) ? { [lastOf(frames).code ?? "none"]: 1 } : undefined);

/** Tells how the load comes out: dry by heat that stays, air that moves and a run to the end (est.). */
export const damp: Share = ({ long, of }) => {
  if (!long) return undefined;
  const short = of("cycles")?.short ?? 0;
  const dries = Math.min(
    ...[of("warm")?.yes, of("keeps")?.yes, of("stops")?.no, of("turns")?.yes, of("airflow")?.strong].map((p) => p ?? 1),
    1 - short,
  );
  return yes(0.08 + 0.87 * (1 - dries));
};

/** Scorched by heat that never goes off (est.). */
export const hot: Share = ({ long, of }) => (long ? yes(of("cycles")?.no ?? 0) : undefined);

export const tankFull: Share = ({ machine, faults }) => {
  const tank = machine.parts.find((p) => p.kind === "tank");
  if (!tank) return undefined;
  const full = faults.has(tank.id, "full") ? 1 : 0;
  return { full, empty: 1 - full };
};

const hasBoard = (machine: Machine): boolean => machine.parts.some((p) => p.kind === "board");

/** It ran and then stood, though nobody stopped it. */
export const stopsEarly: Share = (run) => {
  if (!run.long) return undefined;
  const ran = run.frames.findIndex((f) => isUp(run, f));
  return yes(ran >= 0 && run.frames.slice(ran).some((f) => f.at > RELEASED_AT_S && !isUp(run, f)) ? 1 : 0);
};

export const airAtHood: Share = (run) => {
  if (!hasHood(run.machine)) return undefined;
  const share = frameAt(run, 30).flow / airflow(run.machine, true, 1);
  const strong = 1 / (1 + Math.exp(-(share - 0.72) / 0.06));
  const none = 1 / (1 + Math.exp((share - 0.08) / 0.02));
  return { strong: strong * (1 - none), weak: (1 - strong) * (1 - none), none };
};

/** °C at which an igniter is seen to glow well, and below which it is dark in a lit room. */
export const GLOWS_C = 820;
export const DARK_C = 650;

/** Gives what the sight hole shows in the first two minutes. */
const early = (frames: readonly Frame[]): readonly Frame[] => frames.filter((f) => f.at <= WARM_AT_S);

export const glows: Share = ({ machine, frames }) =>
  machine.burner && yes(1 / (1 + Math.exp(-(Math.max(...early(frames).map((f) => f.igniterC)) - 730) / 25)));

/** An igniter that never glowed says nothing of going dark. */
export const goesDark: Share = ({ machine, frames }) => {
  const seen = early(frames);
  const first = seen.find((f) => f.igniterC > GLOWS_C);
  return machine.burner && first && yes(seen.some((f) => f.at > first.at && f.igniterC < DARK_C) ? 1 : 0);
};

export const flame: Share = ({ machine, frames }) => machine.burner && yes(early(frames).some((f) => f.flame) ? 1 : 0);

export const keepsHeating: Share = ({ machine, frames, long }) => (long ? yes(staysHot(machine, frames) ? 1 : 0) : undefined);

/** Heat that comes back each time: some in the last minutes, and no glow that ends without a flame once there was one. */
function staysHot(machine: Machine, frames: readonly Frame[]): boolean {
  const end = lastOf(frames).at;
  if (!frames.some((f) => f.at > end - 420 && f.heatW > HEATS_W)) return false;
  const { burner } = machine;
  if (!burner) return true;
  const lit = frames.findIndex((f) => f.flame);
  return !frames.some(
    (f, i) =>
      i > lit + 1 && f.igniterC < DARK_C && item(frames, i - 1).igniterC >= DARK_C && f.condition.opened.has(burner.sensor) && !f.flame,
  );
}

/** A thermometer in the exhaust tells too early and too late by this much from what the machine is set to, kelvin. */
const EARLY_K = 9;
const LATE_K = 13;
/** From here on the heat is due to go off, kelvin. */
const DUE_K = 2;

/** Gives what the exhaust is held at: by its thermostat or by the board, °C. */
function exhaustSetC(machine: Machine): number {
  const set = machine.parts.flatMap((p) =>
    p.kind === "thermostat" && p.senses === "exhaust" ? [p.opensC] : p.kind === "board" ? [p.sensor.heatOffC] : [],
  );
  return Math.max(...set);
}

/**
 * True where the heat goes off and on by the exhaust, by something else too early, or never. Says nothing about a run without heat, nor about one
 * in which it never got hot enough to have to go off, as on a low supply.
 */
export const heatCycles: Share = ({ machine, frames, long }) => {
  if (!long) return undefined;
  const heated = frames.filter((f) => f.heatW > HEATS_W);
  if (heated.length === 0) return undefined;
  const opened = new Set(frames.flatMap((f) => [...f.condition.opened]));
  const boxActed = [...opened].some((id) => {
    const part = machine.parts.find((p) => p.id === id);
    return part !== undefined && "senses" in part && part.senses === "box";
  });
  const peak = Math.max(...frames.map((f) => f.exhaustC));
  const set = exhaustSetC(machine);
  if (boxActed || (opened.size > 0 && peak < set - EARLY_K)) return { yes: 0.1, short: 0.9, no: 0 };
  if (opened.size === 0 && peak < set + DUE_K) return undefined;
  if (opened.size === 0 || peak > set + LATE_K) return { yes: 0.05, short: 0, no: 0.95 };
  return { yes: 0.97, short: 0.02, no: 0.01 };
};

/** Controls as found, but for those that close the contacts beside the lamp: the door open. */
function lampControls(machine: Machine, lamp: PartOf<"resistor">): ControlPositions {
  const contacts = machine.parts.filter(
    (p): p is PartOf<"switch"> => p.kind === "switch" && p.nets.some((n) => n !== returnRail(machine) && lamp.nets.includes(n)),
  );
  const positions = contacts.map((p) => [p.closedWhen.control, item(p.closedWhen.in, 0)] as const);
  return { ...restControls(machine), ...Object.fromEntries(positions) };
}

/** The drum lamp, its contact closed, cord in. */
function lampLights(machine: Machine, faults: FaultSet, lamp: PartOf<"resistor">): boolean {
  const controls = lampControls(machine, lamp);
  const netlist = networkOf(machine, coldCondition(machine, true, controls), faults);
  const point = operatingPoint(netlist);
  const branch = netlist.components.find((c) => c.id === lamp.id);
  return branch?.kind === "resistor" && Math.abs(voltsBetween(point, branch.a, branch.b)) > lamp.worksAboveVolts;
}
