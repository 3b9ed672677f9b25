import type { Machine } from "../machine/format";
import { airflow } from "../machine/run/heat";
import { airflowFromRise } from "../physics/airflow-from-rise";
import type { Figure } from "../quantity/figure";
import { flowAtPressure } from "./fan";

/** Holds what was measured of the air; each by itself is an estimate of the flow. */
export interface AirMeasured {
  /** Pa at the machine's outlet, the fan running. */
  readonly backPressure?: number | undefined;
  /** m/s at points over the hood's opening, and its area, m². */
  readonly hood?: { readonly speeds: readonly number[]; readonly areaM2: number } | undefined;
  /** °C of the room and of the exhaust of an empty, warmed-through machine, and W of its heat on the mean: its thermostat takes its share of the time. */
  readonly rise?: { readonly roomC: number; readonly exhaustC: number; readonly watts: number; readonly wattsSigma: number } | undefined;
  /** Louvres that stand open, of how many. */
  readonly louvres?: { readonly open: number; readonly of: number } | undefined;
}

/** One estimate of the flow, m³/s, with 1 σ, and by what. */
export interface FlowEstimate extends Figure {
  readonly by: keyof AirMeasured;
}

/** 1 σ (est.): of a gauge, Pa, and of a fan against its file; of a vane's reading, and of what a hood's edge leaves of its opening; of a thermometer, K; of what louvres tell. */
const GAUGE_PA = 6;
const FAN_WITHIN = 0.08;
const VANE_WITHIN = 0.06;
const PROFILE = 0.9;
const PROFILE_WITHIN = 0.08;
const THERMOMETER_K = 1.5;
const LOUVRES_WITHIN = 0.3;
/** Air on its way through, near 40 °C. */
const AIR_KG_PER_M3 = 1.13;
const AIR_J_PER_KG_K = 1006;

/** The flow from each thing that was measured, with the uncertainty of each (JCGM 100:2008, 5.1.2: to first order). m³/s. */
export function flowsFrom(machine: Machine, measured: AirMeasured): FlowEstimate[] {
  const estimates: FlowEstimate[] = [];
  const { thermal } = machine;
  if (measured.backPressure !== undefined) {
    const flow = flowAtPressure(thermal, measured.backPressure);
    // A step instead of a slope: near the shut-off pressure the curve stands upright.
    const gauge =
      (flowAtPressure(thermal, measured.backPressure - GAUGE_PA) - flowAtPressure(thermal, measured.backPressure + GAUGE_PA)) / 2;
    estimates.push({ by: "backPressure", value: flow, sigma: Math.hypot(gauge, FAN_WITHIN * flow) });
  }
  if (measured.hood && measured.hood.speeds.length > 0) {
    const { speeds, areaM2 } = measured.hood;
    const mean = speeds.reduce((sum, s) => sum + s, 0) / speeds.length;
    const spread = speeds.length < 2 ? 0.25 : Math.sqrt(speeds.reduce((sum, s) => sum + (s - mean) ** 2, 0) / (speeds.length - 1)) / mean;
    const flow = mean * areaM2 * PROFILE;
    estimates.push({
      by: "hood",
      value: flow,
      sigma: flow * Math.hypot(spread / Math.sqrt(speeds.length), VANE_WITHIN, PROFILE_WITHIN),
    });
  }
  if (measured.rise) {
    const { roomC, exhaustC, watts, wattsSigma } = measured.rise;
    const rise = exhaustC - roomC;
    // On the mean, an empty drum takes nothing: box and exhaust are as warm as each other, and the box loses its part to the room.
    const flow = airflowFromRise(watts - thermal.boxLossWPerK * rise, rise, AIR_KG_PER_M3, AIR_J_PER_KG_K);
    estimates.push({ by: "rise", value: flow, sigma: flow * Math.hypot((Math.SQRT2 * THERMOMETER_K) / rise, wattsSigma / watts) });
  }
  if (measured.louvres) {
    const share = Math.max(LEAST_OPEN, measured.louvres.open / measured.louvres.of);
    const flow = airflow(machine, true, share);
    estimates.push({ by: "louvres", value: flow, sigma: flow * LOUVRES_WITHIN });
  }
  return estimates;
}

const LEAST_OPEN = 0.05;

/** All estimates as one, weighted by their variances; `apart`: two of them differ by more than they may. `undefined` of none. */
export function combined(estimates: readonly FlowEstimate[]): (Figure & { readonly apart: boolean }) | undefined {
  if (estimates.length === 0) return undefined;
  const weights = estimates.map((e) => 1 / e.sigma ** 2);
  const total = weights.reduce((sum, w) => sum + w, 0);
  const value = estimates.reduce((sum, e, i) => sum + e.value * (weights[i] ?? 0), 0) / total;
  const apart = estimates.some((a, i) =>
    estimates.slice(i + 1).some((b) => Math.abs(a.value - b.value) > APART * Math.hypot(a.sigma, b.sigma)),
  );
  const spread = Math.sqrt(estimates.reduce((sum, e, i) => sum + (weights[i] ?? 0) * (e.value - value) ** 2, 0) / total);
  return { value, sigma: Math.max(1 / Math.sqrt(total), apart ? spread : 0), apart };
}

const APART = 2.5;
