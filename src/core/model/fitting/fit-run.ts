import { item, real } from "../array/at";
import { leastSquares, variancesOf } from "../array/least-squares";
import { endOf, evened, firstPart, type Series } from "../cycling/series";
import { type Switch, switchesOf } from "../cycling/switches";
import type { Machine } from "../machine/format";
import type { Figure } from "../quantity/figure";
import { at, coolingOf, pulseOf, type Response, responseOf } from "./response";

/** Holds what is known of the run besides its record. */
export interface Known {
  /** W of the heat while it is on, as rated or measured. */
  readonly watts: Figure;
  /** s from a thermostat's closing until heat comes: nothing for an element, an ignition for gas. */
  readonly heatsAfterS: number;
}

/** Temperatures at a switch: of a sensor in the exhaust, and of the heater box, °C. */
interface SwitchedAt {
  readonly exhaustC: number;
  readonly boxC: number;
}

/** Holds what a record of an empty machine's exhaust comes to. */
export interface RunFit {
  /** m³/s. */
  readonly flow: Figure;
  /** W in the air while the heat is on. */
  readonly watts: Figure;
  /** °C of the room. */
  readonly roomC: number;
  /** When the heat went off, and when what switches it closed again, means of all; `undefined` where it never did. */
  readonly off: SwitchedAt | undefined;
  readonly on: SwitchedAt | undefined;
  readonly switches: readonly Switch[];
  /** K that are left, as 1 σ: much more than the noise, and the machine is not as its model. */
  readonly leftK: number;
  /** The fitted curve: °C, second by second. */
  readonly curve: Float64Array;
}

/** No coarser than this, s, whatever the logger took: a fit needs no more. */
const STRETCH_S = 4;
/** Of a long record its first part says as much, s. */
const MOST_S = 5400;
const ROUNDS = 8;
/** Flows, as shares of the fan's free flow, from which the search begins: at the best of them. */
const BEGIN_SHARES = [0.15, 0.25, 0.4, 0.6, 0.85];
/** A start is no warmer than the room by more, K, where it is cold (est.); from so warm on, °C, it may have run before. */
const STARTS_WITHIN_K = 2;
const WARM_C = 35;
/** A switch is known from its bend to so many s, the first coming of the heat to so many (est.), as 1 σ. */
const BEND_SIGMA_S = 5;
const BEGINS_SIGMA_S = 20;
/** A thermometer's noise, K: what is held against what else is known. */
const NOISE_K = 0.5;
const FLOW_STEP = 0.01;
/** A step is no longer than this: of ln flow; it is halved so often before it is given up. */
const MOST_FLOW_STEP = 0.5;
const LEAST_STEP = 0.05;
const SETTLED = 1e-4;

/**
 * Flow, heater power and switching temperatures from the exhaust's temperature alone, the machine empty. Its thermal constants are the file's; searched are the
 * flow, the power, the room, what it was warmer at first, and every moment of switching about its bend, each with what is known of it before (Gauss & Newton's
 * steps on a posterior, Tarantola 2005, 3.4). Throws RangeError for less than two minutes of samples.
 */
export function fitRun(machine: Machine, series: Series, known: Known): RunFit {
  const even = evened(firstPart(series, MOST_S), STRETCH_S);
  if (even.values.length < 12 || endOf(even) < 120)
    throw new RangeError(`${Math.round(endOf(even))} s with ${even.values.length} samples; expected two minutes and a dozen at least`);
  const problem = new Problem(machine, even, switchesOf(firstPart(series, MOST_S)), known);
  let best = BEGIN_SHARES.map((share) => problem.begun(share * machine.thermal.fanFreeM3PerS)).reduce((a, b) => (b.left < a.left ? b : a));
  for (let round = 0; round < ROUNDS; round++) {
    const next = problem.stepFrom(best);
    if (!next) break;
    const settled = next.left >= best.left * (1 - SETTLED);
    best = next;
    if (settled) break;
  }
  return problem.told(best);
}

/** ln flow; room, °C; power, kW; K that it was warmer at first; then the moments of switching, s. */
type Searched = readonly number[];
const [LN_FLOW, ROOM, POWER, START, FIRST_SWITCH] = [0, 1, 2, 3, 4];
const PER_KILOWATT = 1000;

interface Trial {
  readonly searched: Searched;
  readonly response: Response;
  readonly cooling: Float64Array;
  /** Holds what is left, in σ: of the samples, then of what else is known. */
  readonly residuals: Float64Array;
  readonly left: number;
}

class Problem {
  private readonly seconds: number;
  /** Holds what is known of each searched before: its value, and 1 σ (∞: nothing). */
  private readonly before: readonly Figure[];

  constructor(
    private readonly machine: Machine,
    private readonly series: Series,
    private readonly switches: readonly Switch[],
    private readonly known: Known,
  ) {
    this.seconds = endOf(series);
    const first = real(series.values, 0);
    const warm = series.values.findIndex((v) => v > first + WARMED_K);
    const begins = Math.max(0, (series.seconds[Math.max(0, warm)] ?? 0) - WARMS_IN_S);
    const moments = switches.map((s) => ({ value: s.t, sigma: BEND_SIGMA_S }));
    this.before = [
      { value: 0, sigma: Infinity },
      { value: first, sigma: Infinity },
      { value: known.watts.value / PER_KILOWATT, sigma: known.watts.sigma / PER_KILOWATT },
      { value: 0, sigma: first > WARM_C ? WARM_C : STARTS_WITHIN_K },
      // A log that shows “on” first was cut out of a run: the heat was off as it began.
      ...(switches[0]?.to === "on" ? moments : [{ value: begins, sigma: BEGINS_SIGMA_S }, ...moments]),
    ];
  }

  /** A first trial at a flow: the room from the first sample, the power as known, the switches at their bends. */
  begun(flow: number): Trial {
    return this.tried(this.before.map(({ value }, i) => (i === LN_FLOW ? Math.log(flow) : value)));
  }

  private tried(searched: Searched): Trial {
    const flow = Math.exp(item(searched, LN_FLOW));
    const response = responseOf(this.machine, flow, searched.slice(FIRST_SWITCH), this.seconds);
    const cooling = coolingOf(this.machine, flow, this.seconds);
    const [room, power, start] = [item(searched, ROOM), item(searched, POWER) * PER_KILOWATT, item(searched, START)];
    const { seconds, values } = this.series;
    const samples = values.map((v, k) => {
      const t = real(seconds, k);
      return (v - room - power * at(response.exhaust, t) - start * at(cooling, t)) / NOISE_K;
    });
    const others = this.before.map(({ value, sigma }, i) => (value - item(searched, i)) / sigma);
    const residuals = Float64Array.of(...samples, ...others);
    return { searched, response, cooling, residuals, left: residuals.reduce((sum, r) => sum + r * r, 0) };
  }

  /** Tells how what is left falls with each of the searched, row by row. */
  private slopes({ searched, response, cooling, residuals }: Trial): Float64Array[] {
    const moved = this.tried(searched.map((v, i) => (i === LN_FLOW ? v + FLOW_STEP : v)));
    const power = item(searched, POWER) * PER_KILOWATT;
    const pulse = pulseOf(this.machine, Math.exp(item(searched, LN_FLOW)), this.seconds);
    const { seconds } = this.series;
    const samples = Array.from(seconds, (t, k) => {
      const row = new Float64Array(searched.length);
      row[LN_FLOW] = (real(residuals, k) - real(moved.residuals, k)) / FLOW_STEP;
      row[ROOM] = 1 / NOISE_K;
      row[POWER] = (PER_KILOWATT * at(response.exhaust, t)) / NOISE_K;
      row[START] = at(cooling, t) / NOISE_K;
      for (let i = FIRST_SWITCH; i < searched.length; i++) {
        const since = t - item(searched, i);
        // Heat that comes later was not there; heat that goes later was.
        if (since > 0) row[i] = ((i - FIRST_SWITCH) % 2 === 0 ? -1 : 1) * ((power * at(pulse, since)) / NOISE_K);
      }
      return row;
    });
    return [...samples, ...this.before.map(({ sigma }, i) => Float64Array.from(searched, (_, k) => (k === i ? 1 / sigma : 0)))];
  }

  /** One step of Gauss and Newton, halved until it is better; `undefined` where none is. */
  stepFrom(from: Trial): Trial | undefined {
    const step = leastSquares(this.slopes(from), from.residuals)?.coefficients;
    if (!step) return undefined;
    const whole = Math.min(1, MOST_FLOW_STEP / Math.abs(real(step, LN_FLOW)));
    for (let share = whole; share > LEAST_STEP * whole; share /= 2) {
      const searched = from.searched.map((v, i) => v + share * real(step, i));
      const trial = inOrder(searched) ? this.tried(searched) : undefined;
      if (trial && trial.left < from.left) return trial;
    }
    return undefined;
  }

  told(best: Trial): RunFit {
    const { searched, response, cooling } = best;
    const flow = Math.exp(item(searched, LN_FLOW));
    const [roomC, watts, startK] = [item(searched, ROOM), item(searched, POWER) * PER_KILOWATT, item(searched, START)];
    const samples = best.residuals.subarray(0, this.series.values.length);
    const leftK = NOISE_K * Math.sqrt(samples.reduce((sum, r) => sum + r * r, 0) / samples.length);
    // A record that fits badly is worth less than its noise would make it.
    const worse = Math.max(1, leftK / NOISE_K);
    const sigma = (i: number) => worse * Math.sqrt(real(variances, i));
    const variances = variancesOf(this.slopes(best)) ?? new Float64Array(searched.length).fill(Infinity);
    const moments = searched.slice(FIRST_SWITCH);
    const meanAt = (times: readonly number[]): SwitchedAt | undefined => {
      if (times.length === 0) return undefined;
      const mean = (values: Float64Array) =>
        roomC + times.reduce((sum, t) => sum + watts * at(values, t) + startK * at(cooling, t), 0) / times.length;
      return { exhaustC: mean(response.sensor), boxC: mean(response.box) };
    };
    const later = moments.slice(1);
    return {
      flow: { value: flow, sigma: flow * Math.hypot(sigma(LN_FLOW), MODEL_WITHIN) },
      watts: { value: watts, sigma: Math.hypot(PER_KILOWATT * sigma(POWER), MODEL_WITHIN * watts) },
      roomC,
      off: meanAt(later.filter((_, i) => i % 2 === 0)),
      on: meanAt(later.filter((_, i) => i % 2 === 1).map((t) => t - this.known.heatsAfterS)),
      switches: this.switches,
      leftK,
      curve: response.exhaust.map((r, t) => roomC + watts * r + startK * real(cooling, t)),
    };
  }
}

/** An element takes less as it warms, and box and drum are one node each: what that does to flow and power, as 1 σ (est.). */
const MODEL_WITHIN = 0.025;
const WARMED_K = 4;
const WARMS_IN_S = 12;

const inOrder = (searched: Searched): boolean => searched.every((t, i) => i <= FIRST_SWITCH || t > item(searched, i - 1));
