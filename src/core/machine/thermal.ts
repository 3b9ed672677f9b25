import type { Machine } from "./schema";

/** F11 of the trade notes: four nodes and the lagging sensors that thermostats and fuses sit on. All °C. */
export interface Temperatures {
  readonly element: number;
  readonly box: number;
  readonly drum: number;
  readonly boxSensor: number;
  readonly exhaustSensor: number;
}

export const ambientTemperatures = (machine: Machine): Temperatures => {
  const c = machine.thermal.ambientC;
  return { element: c, box: c, drum: c, boxSensor: c, exhaustSensor: c };
};

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

/** °C of the air that leaves the drum. */
export function exhaustC(machine: Machine, t: Temperatures): number {
  return t.drum + (t.box - t.drum) * Math.exp(-machine.thermal.drumTransferUnits);
}

/** Temperatures `dt` seconds on, with `watts` in the element and `flow` in m³/s (second-order Runge–Kutta, midpoint). */
export function advanceTemperatures(machine: Machine, t: Temperatures, watts: number, flow: number, dt: number): Temperatures {
  const half = add(t, slopes(machine, t, watts, flow), dt / 2);
  return add(t, slopes(machine, half, watts, flow), dt);
}

function slopes(machine: Machine, t: Temperatures, watts: number, flow: number): Temperatures {
  const m = machine.thermal;
  const stream = flow * AIR_J_PER_M3K;
  const fromElement = m.elementWPerK * (t.element - t.box);
  const exhaust = exhaustC(machine, t);
  return {
    element: (watts - fromElement) / m.elementJPerK,
    box: (fromElement - (stream + m.boxLossWPerK) * (t.box - m.ambientC)) / m.boxJPerK,
    drum: (stream * (t.box - exhaust)) / m.drumJPerK,
    boxSensor: (t.box - t.boxSensor) / m.sensorLagS,
    exhaustSensor: (exhaust - t.exhaustSensor) / (2 * m.sensorLagS),
  };
}

function add(t: Temperatures, slope: Temperatures, dt: number): Temperatures {
  return {
    element: t.element + slope.element * dt,
    box: t.box + slope.box * dt,
    drum: t.drum + slope.drum * dt,
    boxSensor: t.boxSensor + slope.boxSensor * dt,
    exhaustSensor: t.exhaustSensor + slope.exhaustSensor * dt,
  };
}
