import { operatingPoint, voltsBetween } from "../circuit/solve";
import { CODE, hasHood } from "../job/sights";
import { type ControlPositions, coldCondition, restControls } from "../machine/condition";
import { type FaultSet, isJoint } from "../machine/fault";
import { airflow } from "../machine/heat";
import { networkOf } from "../machine/network";
import { type Machine, type Part, partOf } from "../machine/schema";
import type { Frame, Timeline } from "../machine/timeline";

/** P(answer | this machine state) for each sight, as an attentive person would give it. Answers add up to 1 for each sight; a missing sight says nothing. */
export type SightShares = Readonly<Record<string, Readonly<Record<string, number>>>>;

/** Kelvin above the room at which half of the people call the air warm, and how sharply they differ (est.). */
const WARM_K = 9;
const WARM_SPREAD_K = 2.5;
/** Least flow of air that a hand notices. */
const FELT_M3_PER_S = 0.004;
/** Less heat than this is none. */
const HEATS_W = 20;
const RELEASED_AT_S = 6;
const WARM_AT_S = 120;

/** Reads off a timeline what would be seen, heard and felt. `long`: the run is long enough to see the heat cycle. */
export function sightShares(machine: Machine, faults: FaultSet, { frames }: Timeline, long: boolean): SightShares {
  const at = (s: number): Frame => frames.findLast((f) => f.at <= s) ?? (frames[0] as Frame);
  const motor = machine.watch.drumMotor;
  const runs = at(RELEASED_AT_S).condition.atSpeed.has(motor);
  const started = frames.some((f) => f.condition.atSpeed.has(motor));
  const belt = machine.watch.belt !== null && faults.has(machine.watch.belt, "broken");
  const last = frames.at(-1) as Frame;
  const felt = at(WARM_AT_S);
  // Without a fan no air comes out that could be felt.
  const rise = felt.flow > FELT_M3_PER_S ? felt.exhaustC - machine.thermal.ambientC : 0;
  return {
    starts: yes(runs ? 1 : started ? 0.35 : 0),
    turns: yes(runs && !belt ? 1 : started && !belt ? 0.3 : 0),
    hums: yes(frames.some((f) => f.hums) ? 0.95 : 0),
    warm: yes(1 / (1 + Math.exp(-(rise - WARM_K) / WARM_SPREAD_K))),
    trips: yes(last.condition.breakerTripped ? 1 : 0),
    ...(machine.watch.lamp !== null && { lamp: yes(lampLights(machine, faults) ? 1 : 0) }),
    ...(hasHood(machine) && { airflow: airShares(machine, at(30).flow) }),
    ...(machine.burner && burnerShares(frames)),
    ...(machine.timer && { advances: yes(frames.some((f) => f.timed) ? 1 : 0) }),
    ...(hasBoard(machine) && { display: yes(frames.some((f) => f.lit) ? 1 : 0), [CODE]: { [last.code ?? "none"]: 1 } }),
    ...(long && { stops: yes(stopsEarly(frames, motor) ? 1 : 0) }),
    ...(long && { ...cycleShares(machine, frames), keeps: yes(keepsHeating(machine, frames) ? 1 : 0) }),
  };
}

const hasBoard = (machine: Machine): boolean => machine.parts.some((p) => p.kind === "board");

/** It ran and then stood, though nobody stopped it. */
function stopsEarly(frames: readonly Frame[], motor: string): boolean {
  const ran = frames.findIndex((f) => f.condition.atSpeed.has(motor));
  return ran >= 0 && frames.slice(ran).some((f) => f.at > RELEASED_AT_S && !f.condition.atSpeed.has(motor));
}

/** What instruments and a watch find on a run: °C, Pa, seconds; a time is left out for what never happens. */
export interface Measures {
  readonly "exhaust-peak": number;
  readonly "back-pressure": number;
  readonly times: Readonly<Record<string, number>>;
}

export function measuresOf(machine: Machine, faults: FaultSet, { frames }: Timeline): Measures {
  const duct = machine.parts.find((p) => p.kind === "duct");
  const free = (duct && faults.of(duct.id, "choked")?.severity) ?? 1;
  const flow = Math.max(...frames.map((f) => f.flow));
  const glow = frames.find((f) => f.igniterC > GLOWS_C)?.at;
  const dark = glow === undefined ? undefined : frames.find((f) => f.at > glow && f.igniterC < DARK_C)?.at;
  const flame = frames.find((f) => f.flame)?.at;
  return {
    "exhaust-peak": Math.max(...frames.map((f) => f.exhaustC)),
    "back-pressure": (machine.thermal.ductPaPerM3PerS2 * flow * flow) / (free * free),
    times: {
      ...(glow !== undefined && { glow }),
      ...(dark !== undefined && { dark }),
      ...(flame !== undefined && { flame }),
    },
  };
}

const yes = (p: number): Record<string, number> => ({ yes: p, no: 1 - p });

function airShares(machine: Machine, flow: number): Record<string, number> {
  const share = flow / airflow(machine, true, 1);
  const strong = 1 / (1 + Math.exp(-(share - 0.72) / 0.06));
  const none = 1 / (1 + Math.exp((share - 0.08) / 0.02));
  return { strong: strong * (1 - none), weak: (1 - strong) * (1 - none), none };
}

/** °C at which an igniter is seen to glow well, and below which it is dark in a lit room. */
const GLOWS_C = 820;
const DARK_C = 650;

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
  const end = (frames.at(-1) as Frame).at;
  if (!frames.some((f) => f.at > end - 420 && f.heatW > HEATS_W)) return false;
  const { burner } = machine;
  if (!burner) return true;
  const lit = frames.findIndex((f) => f.flame);
  return !frames.some(
    (f, i) =>
      i > lit + 1 &&
      f.igniterC < DARK_C &&
      (frames[i - 1] as Frame).igniterC >= DARK_C &&
      f.condition.opened.has(burner.sensor) &&
      !f.flame,
  );
}

/** A thermometer in the exhaust tells too early and too late by this much from what the machine is set to, kelvin. */
const EARLY_K = 9;
const LATE_K = 13;

/** What the exhaust is held at: by its thermostat or by the board, °C. */
function exhaustSetC(machine: Machine): number {
  const set = machine.parts.flatMap((p) =>
    p.kind === "thermostat" && p.senses === "exhaust" ? [p.opensC] : p.kind === "board" ? [p.sensor.heatOffC] : [],
  );
  return Math.max(...set);
}

/** Whether the heat goes off and on by the exhaust, by something else too early, or never. Says nothing about a run without heat. */
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
  if (opened.size === 0 || peak > set + LATE_K) return { cycles: { yes: 0.05, short: 0, no: 0.95 } };
  return { cycles: { yes: 0.97, short: 0.02, no: 0.01 } };
}

/** Controls as found, but for those that close the contacts beside the lamp: the door open. */
function lampControls(machine: Machine, lamp: Part): ControlPositions {
  const contacts = machine.parts.filter(
    (p) => p.kind === "switch" && p.nets.some((n) => n !== railOf(machine) && [...lamp.nets].includes(n)),
  );
  const positions = contacts.flatMap((p) => (p.kind === "switch" ? [[p.closedWhen.control, p.closedWhen.in[0] as string] as const] : []));
  return { ...restControls(machine), ...Object.fromEntries(positions) };
}

/** The return rail, which every lamp and motor touches. */
const railOf = (machine: Machine): string | undefined => machine.sheet.rails[1]?.net;

/** The drum lamp, its contact closed, cord in. */
function lampLights(machine: Machine, faults: FaultSet): boolean {
  const lamp = partOf(machine, machine.watch.lamp as string);
  const controls = lampControls(machine, lamp);
  const netlist = networkOf(machine, coldCondition(machine, true, controls), faults);
  const point = operatingPoint(netlist);
  const branch = netlist.components.find((c) => c.id === lamp.id);
  return branch?.kind === "resistor" && Math.abs(voltsBetween(point, branch.a, branch.b)) > 60;
}

/** P(a person who inspects the part finds the fault), est.: by eye, or, a thermostat, by warming it. A mode that is not here can't be found so. */
const VISIBLE: Record<string, number> = {
  "belt broken": 0.98,
  "duct choked": 0.85,
  "setting wrong": 0.97,
  "element open": 0.6,
  "element low": 0.3,
  "element grounded": 0.4,
  "supply lost": 0.6,
  "thermostat welded": 0.92,
  "thermostat low": 0.6,
  "gas-supply shut": 0.95,
  "igniter open": 0.4,
  "motor seized": 0.5,
  "tank full": 0.99,
  "resistor stalled": 0.8,
  "capacitor open": 0.9,
  "capacitor low": 0.9,
  "capacitor shorted": 0.9,
  "radiant-sensor welded": 0.85,
  "coil opens-hot": 0.8,
  "thermistor drifted": 0.5,
  "moisture-bars shorted": 0.7,
  "board dead": 0.25,
  "board shorted": 0.6,
};
const VISIBLE_JOINT = 0.6;

/** P(looks bad | faults) for a part that is inspected by eye. A good look clears only what can be seen. */
export function looksBad(machine: Machine, faults: FaultSet, part: string): number {
  const kind = partOf(machine, part).kind;
  let hidden = 1;
  for (const f of faults.faults) {
    if (f.part !== part) continue;
    hidden *= 1 - (isJoint(f) ? VISIBLE_JOINT : (VISIBLE[`${kind} ${f.mode}`] ?? 0));
  }
  return 1 - hidden;
}
