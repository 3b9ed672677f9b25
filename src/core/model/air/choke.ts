import type { Machine } from "../machine/format";
import { freeArea } from "../physics/free-area";
import type { Figure } from "../quantity/figure";
import { fanPressure } from "./fan";

/** Share of the way that is free, with what it may be: at least, at most. */
export interface Choke {
  readonly free: number;
  readonly least: number;
  readonly most: number;
}

/** A share that is no longer told from shut. */
const LEAST_FREE = 0.02;

/**
 * Gives how much of the duct is free, from the flow that is there: Δp = k V̇², so that the free area goes with √(k expected / k found) (ASHRAE Handbook, Fundamentals).
 * `loss`: the clear run's loss at a flow, Pa. The band is that of 2 σ of the flow.
 */
export function chokeOf(machine: Machine, flow: Figure, loss: (flow: number) => number): Choke {
  const at = (v: number): number => {
    const { thermal } = machine;
    const bounded = Math.min(Math.max(v, 1e-4), 0.999 * thermal.fanFreeM3PerS);
    const found = fanPressure(thermal, bounded) / bounded ** 2;
    const expected = loss(bounded) / bounded ** 2;
    return Math.min(1, Math.max(LEAST_FREE, freeArea(expected, found)));
  };
  return { free: at(flow.value), least: at(flow.value - 2 * flow.sigma), most: at(flow.value + 2 * flow.sigma) };
}

/** The free share of the file's own duct that gives this flow; more than all of it where the run is better than that. */
export function freeAs({ thermal }: Machine, flow: number): number {
  const { fanShutoffPa: p0, fanFreeM3PerS: v0, ductPaPerM3PerS2: k } = thermal;
  const bounded = Math.min(Math.max(flow, 1e-4), 0.999 * v0);
  return Math.max(LEAST_FREE, Math.sqrt((k * v0 * v0) / (p0 * ((v0 / bounded) ** 2 - 1))));
}

/** Holds what the air had to do with it, by the band of what is free. */
export type AirVerdict = "choked" | "clear" | "may-be";

/** Below this free share heat piles up before the limit (est.); a run is clear above it. */
const CLEAR_ABOVE = 0.7;

export const airVerdict = ({ least, most }: Choke): AirVerdict =>
  most < CLEAR_ABOVE ? "choked" : least > CLEAR_ABOVE ? "clear" : "may-be";
