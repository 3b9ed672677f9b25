import { real } from "../array/at";
import type { Machine } from "../machine/format";
import { type Drive, exhaustC, slopes } from "../machine/run/heat";
import { NODE, NODES } from "../machine/run/nodes";

/** When heat is on: moments in order, s, at which it goes on, off, on…; the first turns it on. */
type Profile = readonly number[];

/** Rise over the room in K for each W while a profile lasts, second by second: of the exhaust, of a sensor in it, and of the heater box. */
export interface Response {
  readonly exhaust: Float64Array;
  readonly sensor: Float64Array;
  readonly box: Float64Array;
}

/** The machine's heat is linear in power and in the room's temperature while it is empty: what it does per watt is worked out once for a flow, m³/s. */
export function responseOf(machine: Machine, flow: number, profile: Profile, seconds: number): Response {
  return run(machine, flow, 0, seconds, (t) => shareOn(profile, t, t + 1));
}

/** Gives what one joule at the first second does, K/J. */
export const pulseOf = (machine: Machine, flow: number, seconds: number): Float64Array =>
  run(machine, flow, 0, seconds, (t) => (t === 0 ? 1 : 0)).exhaust;

/** Gives what is left of a rise of 1 K that the whole machine had at first. */
export function coolingOf(machine: Machine, flow: number, seconds: number): Float64Array {
  return run(machine, flow, 1, seconds, () => 0).exhaust;
}

function run(machine: Machine, flow: number, startK: number, seconds: number, watts: (t: number) => number): Response {
  const fromRoom: Machine = { ...machine, thermal: { ...machine.thermal, ambientC: 0 } };
  const drive: Drive = { heatW: 0, flow, igniterW: 0, coilW: 0, motorW: 0, flame: false };
  const [x, half, slope] = [new Float64Array(NODES).fill(startK), new Float64Array(NODES), new Float64Array(NODES)];
  x[NODE.water] = 0;
  const length = Math.ceil(seconds) + 1;
  const out: Response = { exhaust: new Float64Array(length), sensor: new Float64Array(length), box: new Float64Array(length) };
  for (let t = 0; t < length; t++) {
    out.exhaust[t] = exhaustC(fromRoom, x);
    out.sensor[t] = real(x, NODE.exhaustSensor);
    out.box[t] = real(x, NODE.box);
    drive.heatW = watts(t);
    // Midpoint: an error of third order in the step.
    slopes(fromRoom, x, drive, slope);
    for (let i = 0; i < NODES; i++) half[i] = real(x, i) + real(slope, i) / 2;
    slopes(fromRoom, half, drive, slope);
    for (let i = 0; i < NODES; i++) x[i] = real(x, i) + real(slope, i);
  }
  return out;
}

/** Share of a stretch in which it is on. */
function shareOn(profile: Profile, from: number, to: number): number {
  let on = 0;
  for (let i = 0; i < profile.length; i += 2) {
    const [begins, ends] = [profile[i] ?? 0, profile[i + 1] ?? Infinity];
    on += Math.max(0, Math.min(to, ends) - Math.max(from, begins));
  }
  return on / (to - from);
}

/** A value second by second, at any moment. */
export function at(values: Float64Array, t: number): number {
  const last = values.length - 1;
  const i = Math.min(Math.max(0, Math.floor(t)), last);
  const j = Math.min(i + 1, last);
  return real(values, i) + (real(values, j) - real(values, i)) * Math.min(1, Math.max(0, t - i));
}
