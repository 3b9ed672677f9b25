import { type Fault, FaultSet } from "../machine/fault";
import type { Machine, Part } from "../machine/format";
import { operate, startScript } from "../machine/run/operate";

/** Holds what a flow does to the machine. °C, s, kWh. */
export interface Consequence {
  readonly boxC: number;
  /** The exhaust while it cycles, or at its hottest. */
  readonly exhaustLowC: number;
  readonly exhaustHighC: number;
  /** When the limit first opened, and the cut-off; `undefined`: never in this run. */
  readonly limitAtS: number | undefined;
  readonly cutOffAtS: number | undefined;
  /** Until the load is dry; `undefined`: not within {@link LONGEST_S}. */
  readonly dryS: number | undefined;
  readonly kilowattHours: number;
  /** Loads until the cut-off opens (est.): the likeliest, with what it may be; `undefined`: air does not do it. */
  readonly loads: { readonly likely: number; readonly least: number; readonly most: number } | undefined;
}

const LONGEST_S = 3 * 3600;
const EMPTY_S = 2400;
/** Water in a usual load, kg (est.): five of clothes, spun to half their weight. */
export const USUAL_WATER_KG = 2.5;
const DRY_KG = 0.05;
/** A cut-off opens within so much of its rating, heat ages it and lint glows: 1 σ of the margin at one opening of the limit, K (est.); read as half and as twice of that, too. */
const MARGIN_SIGMA_K = 14;
const NOT_BY_AIR_LOADS = 2000;
const J_PER_KWH = 3.6e6;

/** Runs the machine at a free share of its duct: empty for its temperatures, with a wet load for its time. Throws as {@link operate} does. */
export function consequenceOf(machine: Machine, free: number, waterKg = USUAL_WATER_KG): Consequence {
  const duct = machine.parts.find((p) => p.kind === "duct");
  const faults: Fault[] = duct && free < 1 ? [{ part: duct.id, mode: "choked", severity: free }] : [];
  const empty = operate(machine, new FaultSet(faults), { ...startScript(machine, EMPTY_S), everyS: 5 }).frames;
  const limit = boxPart(machine, "thermostat");
  const cutOff = boxPart(machine, "fuse");
  const opens = (id: string | undefined) => (id === undefined ? undefined : empty.find((f) => f.condition.opened.has(id))?.at);
  const firstOff = empty.find((f, i) => i > 0 && f.heatW < HEATS_W && (empty[i - 1]?.heatW ?? 0) > HEATS_W)?.at ?? EMPTY_S;
  const cycling = empty.filter((f) => f.at >= firstOff).map((f) => f.exhaustC);
  const boxC = Math.max(...empty.map((f) => f.boxC));
  const wet = operate(machine, new FaultSet(faults), { ...startScript(machine, LONGEST_S), water: waterKg, everyS: 15 }).frames;
  const dryS = wet.find((f) => f.waterKg <= DRY_KG)?.at;
  const used = wet.filter((f) => f.at <= (dryS ?? LONGEST_S));
  const joules = used.reduce((sum, f, i) => sum + f.heatW * ((used[i + 1]?.at ?? f.at) - f.at), 0);
  return {
    boxC,
    exhaustLowC: cycling.length > 0 ? Math.min(...cycling) : Math.max(...empty.map((f) => f.exhaustC)),
    exhaustHighC: Math.max(...empty.map((f) => f.exhaustC)),
    limitAtS: opens(limit?.id),
    cutOffAtS: opens(cutOff?.id),
    dryS,
    kilowattHours: joules / J_PER_KWH,
    loads: loadsUntil(empty, limit, cutOff, boxC, dryS ?? LONGEST_S),
  };
}

const HEATS_W = 100;

const boxPart = <K extends "thermostat" | "fuse">(machine: Machine, kind: K) =>
  machine.parts.find((p): p is Extract<Part, { kind: K }> => p.kind === kind && "senses" in p && p.senses === "box");

/** Each opening of the limit lets the box go on rising for a while: how often that reaches the cut-off. */
function loadsUntil(
  frames: readonly { readonly at: number; readonly condition: { readonly opened: ReadonlySet<string> } }[],
  limit: { readonly id: string } | undefined,
  cutOff: { readonly opensC?: number | undefined; readonly id: string } | undefined,
  boxC: number,
  loadS: number,
): Consequence["loads"] {
  if (!limit || cutOff?.opensC === undefined) return undefined;
  const openings = frames.filter(
    (f, i) => i > 0 && f.condition.opened.has(limit.id) && !frames[i - 1]?.condition.opened.has(limit.id),
  ).length;
  const inLoad = (openings * loadS) / EMPTY_S;
  if (openings === 0) return undefined;
  const margin = cutOff.opensC - boxC;
  const loads = (sigma: number): number => 1 / (1 - (1 - tail(margin / sigma)) ** Math.max(1, inLoad));
  const likely = loads(MARGIN_SIGMA_K);
  if (likely > NOT_BY_AIR_LOADS) return undefined;
  return { likely: Math.max(1, likely), least: Math.max(1, loads(MARGIN_SIGMA_K * 1.25)), most: Math.max(1, loads(MARGIN_SIGMA_K * 0.8)) };
}

/** P(a normal deviate is above z) (Abramowitz & Stegun 26.2.17). */
function tail(z: number): number {
  if (z < 0) return 1 - tail(-z);
  const t = 1 / (1 + 0.2316419 * z);
  const poly = t * (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))));
  return (Math.exp(-(z * z) / 2) / Math.sqrt(2 * Math.PI)) * poly;
}
