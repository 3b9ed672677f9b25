import { item, lastOf } from "../array/at";
import { operatingPoint, voltsBetween } from "../circuit/solve";
import type { FaultSet } from "../machine/fault";
import { hasHood, type Machine, type PartOf, partOfKind, returnRail } from "../machine/format";
import { networkOf } from "../machine/network";
import { coldCondition, restControls } from "../machine/run/at-rest";
import type { ControlPositions } from "../machine/run/condition";
import { airflow } from "../machine/run/heat";
import type { Frame, Timeline } from "../machine/run/timeline";

/** The code on a board's display: its answers are the machine's own codes. */
export const CODE = "code";

/** P(answer | this machine state) for each sight, as an attentive person would give it. Answers add up to 1 for each sight; a missing sight says nothing. */
export type SightShares = Readonly<Record<string, Readonly<Record<string, number>>>>;

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

/** Reads off a timeline what would be seen, heard and felt. `long`: the run is long enough to see the heat cycle. */
export function sightShares(machine: Machine, faults: FaultSet, { frames }: Timeline, long: boolean): SightShares {
  const at = (s: number): Frame => frames.findLast((f) => f.at <= s) ?? item(frames, 0);
  const motor = machine.drum.motor;
  const runs = at(RELEASED_AT_S).condition.atSpeed.has(motor);
  const started = frames.some((f) => f.condition.atSpeed.has(motor));
  const { belt } = machine.drum;
  const broken = belt !== null && faults.has(belt, "broken");
  const slips = belt !== null && (faults.has(belt, "slips") || faults.has(belt, "idler-stuck"));
  const drives = broken ? 0 : slips ? SLIPPING_TURNS : 1;
  const last = lastOf(frames);
  const felt = at(WARM_AT_S);
  // Without a fan no air comes out that could be felt.
  const rise = felt.flow > FELT_M3_PER_S ? felt.exhaustC - machine.thermal.ambientC : 0;
  const shares: SightShares = {
    starts: yes(runs ? 1 : started ? 0.35 : 0),
    motor: yes(runs ? 1 : started ? 0.35 : 0),
    turns: yes(drives * (runs ? 1 : started ? 0.3 : 0)),
    // Contacts that chatter are heard, and taken for a hum by most.
    hums: yes(frames.some((f) => f.hums) ? 0.95 : frames.some((f) => f.chatters) ? 0.7 : 0),
    warm: yes(1 / (1 + Math.exp(-(rise - WARM_K) / WARM_SPREAD_K))),
    trips: yes(last.condition.breakerTripped ? 1 : 0),
    ...(machine.lamp !== null && { lamp: yes(lampLights(machine, faults, partOfKind(machine, machine.lamp, "resistor")) ? 1 : 0) }),
    ...(hasHood(machine) && { airflow: airShares(machine, at(30).flow) }),
    ...(machine.burner && burnerShares(frames)),
    ...(machine.timer && { advances: yes(frames.some((f) => f.timed) ? 1 : 0) }),
    ...(hasBoard(machine) && { display: yes(frames.some((f) => f.lit) ? 1 : 0), [CODE]: { [last.code ?? "none"]: 1 } }),
    ...(long && { stops: yes(stopsEarly(frames, motor) ? 1 : 0) }),
    ...(long && { ...cycleShares(machine, frames), keeps: yes(keepsHeating(machine, frames) ? 1 : 0) }),
    ...tankShares(machine, faults),
  };
  return long ? { ...shares, ...loadShares(shares) } : shares;
}

/** How the load comes out: dry by heat that stays, air that moves and a run to the end; scorched by heat that never goes off (est.). */
function loadShares({ warm, keeps, stops, airflow, turns, cycles }: SightShares): SightShares {
  const dries = Math.min(warm?.yes ?? 1, keeps?.yes ?? 1, stops?.no ?? 1, turns?.yes ?? 1, airflow?.strong ?? 1, 1 - (cycles?.short ?? 0));
  return { damp: yes(0.08 + 0.87 * (1 - dries)), hot: yes(cycles?.no ?? 0) };
}

function tankShares(machine: Machine, faults: FaultSet): SightShares {
  const tank = machine.parts.find((p) => p.kind === "tank");
  if (!tank) return {};
  const full = faults.has(tank.id, "full") ? 1 : 0;
  return { tank: { full, empty: 1 - full } };
}

const hasBoard = (machine: Machine): boolean => machine.parts.some((p) => p.kind === "board");

/** It ran and then stood, though nobody stopped it. */
function stopsEarly(frames: readonly Frame[], motor: string): boolean {
  const ran = frames.findIndex((f) => f.condition.atSpeed.has(motor));
  return ran >= 0 && frames.slice(ran).some((f) => f.at > RELEASED_AT_S && !f.condition.atSpeed.has(motor));
}

const yes = (p: number): Record<string, number> => ({ yes: p, no: 1 - p });

function airShares(machine: Machine, flow: number): Record<string, number> {
  const share = flow / airflow(machine, true, 1);
  const strong = 1 / (1 + Math.exp(-(share - 0.72) / 0.06));
  const none = 1 / (1 + Math.exp((share - 0.08) / 0.02));
  return { strong: strong * (1 - none), weak: (1 - strong) * (1 - none), none };
}

/** °C at which an igniter is seen to glow well, and below which it is dark in a lit room. */
export const GLOWS_C = 820;
export const DARK_C = 650;

/** What the sight hole shows in the first two minutes. An igniter that never glowed says nothing of going dark. */
function burnerShares(frames: readonly Frame[]): SightShares {
  const early = frames.filter((f) => f.at <= WARM_AT_S);
  const first = early.find((f) => f.igniterC > GLOWS_C);
  const peak = Math.max(...early.map((f) => f.igniterC));
  const dark = first && early.some((f) => f.at > first.at && f.igniterC < DARK_C);
  return {
    glow: yes(1 / (1 + Math.exp(-(peak - 730) / 25))),
    ...(first && { dark: yes(dark ? 1 : 0) }),
    flame: yes(early.some((f) => f.flame) ? 1 : 0),
  };
}

/** Heat that comes back each time: some in the last minutes, and no glow that ends without a flame once there was one. */
function keepsHeating(machine: Machine, frames: readonly Frame[]): boolean {
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

/** What the exhaust is held at: by its thermostat or by the board, °C. */
function exhaustSetC(machine: Machine): number {
  const set = machine.parts.flatMap((p) =>
    p.kind === "thermostat" && p.senses === "exhaust" ? [p.opensC] : p.kind === "board" ? [p.sensor.heatOffC] : [],
  );
  return Math.max(...set);
}

/**
 * Whether the heat goes off and on by the exhaust, by something else too early, or never. Says nothing about a run without heat, nor about one
 * in which it never got hot enough to have to go off, as on a low supply.
 */
function cycleShares(machine: Machine, frames: readonly Frame[]): SightShares {
  const heated = frames.filter((f) => f.heatW > HEATS_W);
  if (heated.length === 0) return {};
  const opened = new Set(frames.flatMap((f) => [...f.condition.opened]));
  const boxActed = [...opened].some((id) => {
    const part = machine.parts.find((p) => p.id === id);
    return part !== undefined && "senses" in part && part.senses === "box";
  });
  const peak = Math.max(...frames.map((f) => f.exhaustC));
  const set = exhaustSetC(machine);
  if (boxActed || (opened.size > 0 && peak < set - EARLY_K)) return { cycles: { yes: 0.1, short: 0.9, no: 0 } };
  if (opened.size === 0 && peak < set + DUE_K) return {};
  if (opened.size === 0 || peak > set + LATE_K) return { cycles: { yes: 0.05, short: 0, no: 0.95 } };
  return { cycles: { yes: 0.97, short: 0.02, no: 0.01 } };
}

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
