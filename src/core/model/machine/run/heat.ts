import { real } from "../../array/at";
import type { Machine } from "../format";
import { NODE } from "./nodes";

/** kg/m³ × J/(kg K), air near 40 °C. */
const AIR_J_PER_M3K = 1.13 * 1006;
/** With the fan at rest, warm air still rises through the machine. */
const NATURAL_FLOW_M3_PER_S = 0.001;

/**
 * Air through the machine, m³/s: fan curve p0·(1 − (V/V0)²) against the system curve k·V²/a² of a duct whose free area is a.
 * Source: fan and system curves, e.g. ASHRAE Handbook, Systems and Equipment, “Fans”.
 */
export function airflow(machine: Machine, fanRuns: boolean, freeArea: number): number {
  if (!fanRuns) return NATURAL_FLOW_M3_PER_S;
  const { fanShutoffPa: p0, fanFreeM3PerS: v0, ductPaPerM3PerS2: k } = machine.thermal;
  return v0 * Math.sqrt(p0 / (p0 + (k * v0 * v0) / (freeArea * freeArea)));
}

/** Time constant of what warms and cools fastest at full flow, s: steps longer than twice it would swing ever wider. */
export function fastestS({ thermal: m }: Machine): number {
  const box = m.elementWPerK + m.boxLossWPerK + m.fanFreeM3PerS * AIR_J_PER_M3K;
  return Math.min(m.elementJPerK / m.elementWPerK, m.boxJPerK / box, m.sensorLagS);
}

/** Holds what drives the temperatures while contacts stand still. */
export interface Drive {
  /** W from the elements or the flame. */
  heatW: number;
  /** m³/s. */
  flow: number;
  igniterW: number;
  /** W in the coil that is watched (the one at fault). */
  coilW: number;
  /** W lost in the drum motor's windings. */
  motorW: number;
  flame: boolean;
}

/** Igniter of silicon carbide: about 1350 °C at 340 W, time constant about 7 s. */
const IGNITER_W_PER_K = 0.256;
const IGNITER_J_PER_K = 1.7;
/** The radiant sensor's snap disc follows what it sees with this lag; a flame and a hot igniter both warm it. */
const RADIANT_LAG_S = 24;
const RADIANT_FLAME_C = 330;
/** A valve coil: about 90 K above its surroundings at 120 V, in some minutes. */
const COIL_LAG_S = 150;
const COIL_K_PER_W = 10;
/** Windings of a small induction motor: stalled they reach their protector in about half a minute, running they never do. */
const MOTOR_J_PER_K = 650;
const MOTOR_W_PER_K = 4.5;
/** Evaporation from a wet load: W for each kelvin above the temperature at which it hardly dries. */
const EVAPORATION_W_PER_K = 80;
const HARDLY_DRIES_C = 24;
const LATENT_J_PER_KG = 2.4e6;

/** Gives what the radiant sensor tends to, °C, for an igniter at `igniterC`: nothing below red heat. */
const radiantTarget = (ambientC: number, igniterC: number, flame: boolean): number =>
  ambientC + (flame ? RADIANT_FLAME_C : Math.max(0, ((igniterC - 600) / 750) * 270));

/** °C of the air that leaves the drum. */
export function exhaustC(machine: Machine, x: Float64Array): number {
  const drum = real(x, NODE.drum);
  return drum + (real(x, NODE.box) - drum) * Math.exp(-machine.thermal.drumTransferUnits);
}

/** Lumped thermal network of first-order nodes: rates of change, K/s (water: kg/s), into `out`. */
export function slopes(machine: Machine, x: Float64Array, drive: Drive, out: Float64Array): void {
  const m = machine.thermal;
  const [source, box, drum] = [real(x, NODE.source), real(x, NODE.box), real(x, NODE.drum)];
  const stream = drive.flow * AIR_J_PER_M3K;
  const fromSource = m.elementWPerK * (source - box);
  const exhaust = exhaustC(machine, x);
  const water = real(x, NODE.water);
  const drying = water > 0 ? Math.max(0, EVAPORATION_W_PER_K * (drum - HARDLY_DRIES_C)) : 0;
  const inletC = m.ambientC + m.recirculates * (exhaust - m.ambientC);
  out[NODE.source] = (drive.heatW - fromSource) / m.elementJPerK;
  out[NODE.box] = (fromSource - stream * (box - inletC) - m.boxLossWPerK * (box - m.ambientC)) / m.boxJPerK;
  out[NODE.drum] = (stream * (box - exhaust) - drying) / m.drumJPerK;
  out[NODE.boxSensor] = (box - real(x, NODE.boxSensor)) / m.sensorLagS;
  out[NODE.exhaustSensor] = (exhaust - real(x, NODE.exhaustSensor)) / (2 * m.sensorLagS);
  const igniter = real(x, NODE.igniter);
  out[NODE.igniter] = (drive.igniterW - IGNITER_W_PER_K * (igniter - m.ambientC)) / IGNITER_J_PER_K;
  out[NODE.radiant] = (radiantTarget(m.ambientC, igniter, drive.flame) - real(x, NODE.radiant)) / RADIANT_LAG_S;
  out[NODE.coil] = (m.ambientC + COIL_K_PER_W * drive.coilW - real(x, NODE.coil)) / COIL_LAG_S;
  out[NODE.motor] = (drive.motorW - MOTOR_W_PER_K * (real(x, NODE.motor) - m.ambientC)) / MOTOR_J_PER_K;
  out[NODE.water] = -drying / LATENT_J_PER_KG;
}
