import type { Component, Resistor } from "../circuit/netlist";
import { type OhmNetwork, ohmNetwork, unitCurrentPotentials } from "../circuit/ohms";
import { joined, voltsBetween } from "../circuit/solve";
import { type ControlPositions, deadCondition } from "../machine/condition";
import { type Fault, FaultSet } from "../machine/fault";
import { type DeadMachine, deadMachine, probeNode } from "../machine/network";
import { operate, startScript } from "../machine/operate";
import type { Machine } from "../machine/schema";
import type { Frame, Timeline } from "../machine/timeline";
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
  private readonly states = new Map<string, DeadState>();
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

  /** The cold machine in one state of its controls and wires, with what was computed of it so far. */
  private deadState(controls: ControlPositions, wiresOff: readonly string[]): DeadState {
    const key = `${this.controlsKey(controls)}|${wiresOff.join()}`;
    let state = this.states.get(key);
    if (!state) {
      const off = new Set(wiresOff);
      const dead = deadMachine(this.machine, deadCondition(this.machine, controls), off);
      state = { dead, off, network: ohmNetwork(dead.healthy), suspects: new Map(), pairs: new Map() };
      this.states.set(key, state);
    }
    return state;
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
    const state = this.deadState(controls, wiresOff);
    const suspect = suspectIn(state, faults);
    const [plus, minus] = between.map((p) => probeNode(this.machine, p, suspect.faults, state.off)) as [string, string];
    const healthy = pairIn(state, plus, minus, this.tolerance);
    if (!changesReading(state.network, plus, healthy.potentials, suspect)) return healthy.predicted;
    suspect.network ??= ohmNetwork([...state.dead.healthy.filter((c) => !suspect.gone.includes(c)), ...suspect.come]);
    return ohmsWithSpread(suspect.network, plus, minus, this.tolerance).predicted;
  }

  private volts(faults: readonly Fault[], { between, controls }: ReadingSetup): Predicted {
    const frame = this.liveFrame(faults, controls);
    const set = new FaultSet(faults);
    const [plus, minus] = between.map((p) => probeNode(this.machine, p, set, new Set())) as [string, string];
    const mean = Math.abs(voltsBetween(frame.point, plus, minus));
    const floating = !joined(frame.point, plus, minus);
    return { mean, sigma: floating ? 12 : 1 + 0.03 * mean, floating };
  }

  liveFrame(faults: readonly Fault[], controls: ControlPositions): Frame {
    const { frames } = this.shortRun(faults, controls);
    return frames.findLast((f) => f.at <= LIVE_AT_S) ?? (frames[0] as Frame);
  }
}

interface SuspectNetwork {
  readonly faults: FaultSet;
  readonly gone: readonly Component[];
  readonly come: readonly Component[];
  network?: OhmNetwork;
}

interface Pair {
  readonly predicted: Predicted;
  /** By net number, for 1 A through the pair; `undefined` when nothing joins it. */
  readonly potentials: Float64Array | undefined;
}

interface DeadState {
  readonly dead: DeadMachine;
  readonly off: ReadonlySet<string>;
  readonly network: OhmNetwork;
  readonly suspects: Map<string, SuspectNetwork>;
  readonly pairs: Map<string, Pair>;
}

function suspectIn(state: DeadState, faults: readonly Fault[]): SuspectNetwork {
  const key = hypothesisId(faults);
  let suspect = state.suspects.get(key);
  if (!suspect) {
    const set = new FaultSet(faults);
    suspect = { faults: set, ...state.dead.change(set) };
    state.suspects.set(key, suspect);
  }
  return suspect;
}

function pairIn(state: DeadState, plus: string, minus: string, tolerance: ReadonlyMap<string, number>): Pair {
  const key = `${plus}|${minus}`;
  let pair = state.pairs.get(key);
  if (!pair) {
    pair = ohmsWithSpread(state.network, plus, minus, tolerance);
    state.pairs.set(key, pair);
  }
  return pair;
}

/**
 * Whether a change of branches can move the reading of a pair; true when in doubt. A branch that goes without carrying
 * current, and branches that come between points of one potential (what floats takes that potential too), leave every
 * current of the healthy solution as it is: exact, by substitution.
 */
function changesReading(network: OhmNetwork, plus: string, potentials: Float64Array | undefined, { gone, come }: SuspectNetwork): boolean {
  if (gone.length === 0 && come.length === 0) return false;
  if (!potentials) return come.length > 0;
  const island = network.island[network.number.get(plus) as number];
  const at = (net: string): number | undefined => {
    const n = network.number.get(net);
    return n !== undefined && network.island[n] === island ? potentials[n] : undefined;
  };
  for (const c of gone as readonly Resistor[]) {
    const [a, b] = [at(c.a), at(c.b)];
    if (a !== undefined && b !== undefined && Math.abs(a - b) > 1e-12 * c.ohms) return true;
  }
  const touched = (come as readonly Resistor[]).flatMap((c) => [at(c.a), at(c.b)]).filter((v) => v !== undefined);
  return touched.some((v) => Math.abs(v - (touched[0] as number)) > 1e-15);
}

/**
 * Resistance and its spread. With 1 A driven through the points, branch k carries i_k and
 * ∂R/∂R_k = i_k² (Tellegen's theorem; Director & Rohrer 1969), so one solve gives both.
 */
function ohmsWithSpread(network: OhmNetwork, plus: string, minus: string, tolerance: ReadonlyMap<string, number>): Pair {
  if (plus === minus) return { predicted: { mean: 0, sigma: 0, floating: false }, potentials: undefined };
  const potentials = unitCurrentPotentials(network, plus, minus);
  if (!potentials) return { predicted: { mean: Infinity, sigma: 0, floating: true }, potentials };
  let variance = 0;
  for (let k = 0; k < network.resistors.length; k++) {
    const r = network.resistors[k] as Resistor;
    const i = ((potentials[network.from[k] as number] as number) - (potentials[network.to[k] as number] as number)) / r.ohms;
    if (Math.abs(i) < 1e-9) continue;
    const share = tolerance.get(partOfBranch(r.id));
    variance += (i * i * (share === undefined ? CONTACT_SIGMA : share * r.ohms)) ** 2;
  }
  const volts = (net: string) => potentials[network.number.get(net) as number] as number;
  return { predicted: { mean: volts(plus) - volts(minus), sigma: Math.sqrt(variance), floating: false }, potentials };
}

const partOfBranch = (id: string): string => {
  const slash = id.indexOf("/");
  return slash < 0 ? id : id.slice(0, slash);
};
