import { type OhmNetwork, ohmNetwork, unitCurrentPotentials, voltsBetween } from "../circuit/solve";
import { type ControlPositions, deadCondition } from "../machine/condition";
import { type Fault, FaultSet } from "../machine/fault";
import { networkOf, probeNode } from "../machine/network";
import { type Frame, operate, startScript, type Timeline } from "../machine/operate";
import type { Machine } from "../machine/schema";
import { hypothesisId } from "./hypotheses";
import { type SightShares, sightShares } from "./watch";

/** What a meter would show, before the meter's own error: a mean with the spread of the parts' tolerances. `Infinity` is OL. */
export interface Predicted {
  readonly mean: number;
  /** 1 σ from part tolerances and contacts, same unit as the mean. */
  readonly sigma: number;
  /** The points belong to islands that nothing joins: a voltmeter shows ghost volts. */
  readonly floating: boolean;
}

/** 1 σ of one good contact's own resistance, Ω. */
const CONTACT_SIGMA = 0.08;
/** Seconds into a run at which live readings are taken. */
const LIVE_AT_S = 40;
const WATCH_S = 130;
const LONG_WATCH_S = 960;

/** A reading to be predicted: where the probes are, and in what state. */
export interface ReadingSetup {
  readonly between: readonly [string, string];
  readonly unit: "ohm" | "volt";
  readonly wiresOff: readonly string[];
  readonly controls: ControlPositions;
}

/**
 * Runs the model of one machine under any set of faults and remembers the results: the same run answers many questions.
 * Pure apart from that memory.
 */
export class Predictor {
  private readonly shortRuns = new Map<string, Timeline>();
  private readonly sights = new Map<string, SightShares>();
  private readonly networks = new Map<string, { network: OhmNetwork; faults: FaultSet }>();
  private readonly tolerance: ReadonlyMap<string, number>;
  private readonly restKey: ControlPositions;

  constructor(readonly machine: Machine) {
    this.tolerance = new Map(machine.parts.flatMap((p) => ("tolerance" in p ? [[p.id, p.tolerance / 2] as const] : [])));
    this.restKey = Object.fromEntries(machine.controls.map((c) => [c.id, c.rest]));
  }

  /** P(answer) for every sight, when one of these faults is present; before people's errors. */
  sightShares(faults: readonly Fault[], long: boolean): SightShares {
    const key = `${hypothesisId(faults)}|${long}`;
    let shares = this.sights.get(key);
    if (!shares) {
      const set = new FaultSet(faults);
      const run = long ? operate(this.machine, set, startScript(this.machine, LONG_WATCH_S)) : this.shortRun(faults, {});
      shares = sightShares(this.machine, set, run, long);
      this.sights.set(key, shares);
    }
    return shares;
  }

  /** The standard start and two minutes of it, with these controls. */
  shortRun(faults: readonly Fault[], controls: ControlPositions): Timeline {
    const key = `${hypothesisId(faults)}|${JSON.stringify(controls)}`;
    let run = this.shortRuns.get(key);
    if (!run) {
      run = operate(this.machine, new FaultSet(faults), startScript(this.machine, WATCH_S, controls));
      this.shortRuns.set(key, run);
    }
    return run;
  }

  /** The network an ohm-meter sees with the cord out. */
  deadNetwork(
    faults: readonly Fault[],
    controls: ControlPositions,
    wiresOff: readonly string[],
  ): { network: OhmNetwork; faults: FaultSet } {
    const key = `${hypothesisId(faults)}|${this.controlsKey(controls)}|${wiresOff.join()}`;
    let entry = this.networks.get(key);
    if (!entry) {
      const set = new FaultSet(faults);
      entry = { network: ohmNetwork(networkOf(this.machine, deadCondition(this.machine, controls), set, new Set(wiresOff))), faults: set };
      this.networks.set(key, entry);
    }
    return entry;
  }

  private controlsKey(controls: ControlPositions): string {
    return Object.entries(controls)
      .filter(([id, position]) => this.restKey[id] !== position)
      .map(([id, position]) => `${id}=${position}`)
      .sort()
      .join();
  }

  reading(faults: readonly Fault[], setup: ReadingSetup): Predicted {
    return setup.unit === "ohm" ? this.ohms(faults, setup) : this.volts(faults, setup);
  }

  private ohms(faults: readonly Fault[], { between, controls, wiresOff }: ReadingSetup): Predicted {
    const { network, faults: set } = this.deadNetwork(faults, controls, wiresOff);
    const off = new Set(wiresOff);
    const [plus, minus] = between.map((p) => probeNode(this.machine, p, set, off)) as [string, string];
    return ohmsWithSpread(network, plus, minus, this.tolerance);
  }

  private volts(faults: readonly Fault[], { between, controls }: ReadingSetup): Predicted {
    const frame = this.liveFrame(faults, controls);
    const set = new FaultSet(faults);
    const [plus, minus] = between.map((p) => probeNode(this.machine, p, set, new Set())) as [string, string];
    const mean = Math.abs(voltsBetween(frame.point, plus, minus));
    const floating =
      frame.point.islands.of.get(plus) === undefined || frame.point.islands.of.get(plus) !== frame.point.islands.of.get(minus);
    return { mean, sigma: floating ? 12 : 1 + 0.03 * mean, floating };
  }

  liveFrame(faults: readonly Fault[], controls: ControlPositions): Frame {
    const { frames } = this.shortRun(faults, controls);
    return frames.findLast((f) => f.at <= LIVE_AT_S) ?? (frames[0] as Frame);
  }
}

/**
 * Resistance and its spread. With 1 A driven through the points, branch k carries i_k and
 * ∂R/∂R_k = i_k² (Tellegen's theorem; Director & Rohrer 1969), so one solve gives both.
 */
export function ohmsWithSpread(network: OhmNetwork, plus: string, minus: string, tolerance: ReadonlyMap<string, number>): Predicted {
  if (plus === minus) return { mean: 0, sigma: 0, floating: false };
  const potential = unitCurrentPotentials(network, plus, minus);
  if (!potential) return { mean: Infinity, sigma: 0, floating: true };
  let variance = 0;
  for (const r of network.resistors) {
    const i = (potential(r.a) - potential(r.b)) / r.ohms;
    if (Math.abs(i) < 1e-9) continue;
    const share = tolerance.get(r.id.split("/")[0] as string);
    variance += (i * i * (share === undefined ? CONTACT_SIGMA : share * r.ohms)) ** 2;
  }
  return { mean: potential(plus) - potential(minus), sigma: Math.sqrt(variance), floating: false };
}
