import { joined, operatingPoint, voltsBetween } from "../circuit/solve";
import type { ControlPositions } from "../machine/condition";
import { type Fault, FaultSet } from "../machine/fault";
import { networkOf, probeNode } from "../machine/network";
import { operate, startScript } from "../machine/operate";
import type { Machine } from "../machine/schema";
import type { Frame, Timeline } from "../machine/timeline";
import { Behaviours } from "./behaviour";
import { DeadReadings } from "./dead-readings";
import { hypothesisId } from "./hypotheses";
import { type Measures, measuresOf, type SightShares, sightShares } from "./watch";

/** What a meter would show, before the meter's own error: a mean with the spread of the parts' tolerances. `Infinity` is OL. */
export interface Predicted {
  readonly mean: number;
  /** 1 σ from part tolerances and contacts, same unit as the mean. */
  readonly sigma: number;
  /** The points belong to islands that nothing joins: a voltmeter shows ghost volts. */
  readonly floating: boolean;
}

/** Seconds into a run at which live readings are taken. */
const LIVE_AT_S = 40;
const WATCH_S = 130;
const LONG_WATCH_S = 960;
/** On floating points a voltmeter shows some ghost volts. */
const GHOST_SIGMA = 12;

/** A reading to be predicted: where the probes are, and in what state. */
export interface ReadingSetup {
  readonly between: readonly [string, string];
  readonly unit: "ohm" | "volt";
  readonly wiresOff: readonly string[];
  readonly controls: ControlPositions;
}

/** What a run shows: sights and what can be measured on it. */
interface Seen {
  readonly shares: SightShares;
  readonly measures: Measures;
}

/**
 * Runs the model of one machine under any set of faults and remembers the results: the same run answers many questions.
 * Pure apart from that memory.
 */
export class Predictor {
  private readonly behaviours: Behaviours;
  private readonly live = new Map<string, Frame>();
  private readonly solved = new Map<string, Frame["point"]>();
  private readonly seen = new Map<string, Seen>();
  private readonly states = new Map<string, DeadReadings>();
  private readonly tolerance: ReadonlyMap<string, number>;
  private readonly restKey: ControlPositions;

  constructor(readonly machine: Machine) {
    this.behaviours = new Behaviours(machine);
    this.tolerance = new Map(machine.parts.flatMap((p) => ("tolerance" in p ? [[p.id, p.tolerance / 2] as const] : [])));
    this.restKey = Object.fromEntries(machine.controls.map((c) => [c.id, c.rest]));
  }

  /** Same key: the machine runs, looks and sounds the same under both sets of faults. */
  behaviour(faults: readonly Fault[]): string {
    return this.behaviours.keyOf(faults);
  }

  /** P(answer) for every sight, when these faults are present; before people's errors. */
  sightShares(faults: readonly Fault[], long: boolean): SightShares {
    return this.seenOf(faults, long).shares;
  }

  /** What a quarter of an hour's run measures. */
  measures(faults: readonly Fault[]): Measures {
    return this.seenOf(faults, true).measures;
  }

  private seenOf(faults: readonly Fault[], long: boolean): Seen {
    const key = `${this.behaviour(faults)}|${long}`;
    let seen = this.seen.get(key);
    if (!seen) {
      const set = new FaultSet(faults);
      const run = operate(this.machine, set, startScript(this.machine, long ? LONG_WATCH_S : WATCH_S));
      seen = { shares: sightShares(this.machine, set, run, long), measures: measuresOf(this.machine, set, run) };
      this.seen.set(key, seen);
    }
    return seen;
  }

  /** The standard start and two minutes of it, with these controls; not remembered. */
  shortRun(faults: readonly Fault[], controls: ControlPositions): Timeline {
    return operate(this.machine, new FaultSet(faults), startScript(this.machine, WATCH_S, controls));
  }

  /** The cold machine in one state of its controls and wires, with what was computed of it so far. */
  private deadState(controls: ControlPositions, wiresOff: readonly string[]): DeadReadings {
    const key = `${this.controlsKey(controls)}|${wiresOff.join()}`;
    let state = this.states.get(key);
    if (!state) {
      state = new DeadReadings(this.machine, controls, wiresOff, this.tolerance);
      this.states.set(key, state);
    }
    return state;
  }

  private controlsKey(controls: ControlPositions): string {
    let key = "";
    for (const id of Object.keys(controls)) if (this.restKey[id] !== controls[id]) key += `${id}=${controls[id]},`;
    return key;
  }

  reading(faults: readonly Fault[], setup: ReadingSetup): Predicted {
    return this.reader(setup)(faults);
  }

  /** A reading in one place and state, to be asked of many suspects. */
  reader({ between, controls, wiresOff, unit }: ReadingSetup): (faults: readonly Fault[]) => Predicted {
    if (unit === "volt") return (faults) => this.volts(faults, between, controls);
    return this.deadState(controls, wiresOff).reader(between);
  }

  /** The same for a whole list of suspects; a list that is asked about often is best always the same array. */
  readings(list: readonly (readonly Fault[])[], setup: ReadingSetup): Predicted[] {
    if (setup.unit === "ohm") return this.deadState(setup.controls, setup.wiresOff).readAll(list, setup.between);
    const read = this.reader(setup);
    return list.map(read);
  }

  /** Which parts a meter's current passes between two points, and with what share of it. Ohms only. */
  path(faults: readonly Fault[], { between, controls, wiresOff }: ReadingSetup): { readonly part: string; readonly share: number }[] {
    return this.deadState(controls, wiresOff).path(faults, between);
  }

  private volts(faults: readonly Fault[], between: readonly [string, string], controls: ControlPositions): Predicted {
    const point = this.livePoint(faults, controls);
    const set = new FaultSet(faults);
    const [plus, minus] = between.map((p) => probeNode(this.machine, p, set, new Set())) as [string, string];
    const mean = Math.abs(voltsBetween(point, plus, minus));
    const floating = !joined(point, plus, minus);
    return { mean, sigma: floating ? GHOST_SIGMA : 1 + 0.03 * mean, floating };
  }

  /** Contacts and temperatures stand as in any run of the same behaviour; the network is this suspect's own. */
  private livePoint(faults: readonly Fault[], controls: ControlPositions): Frame["point"] {
    const state = this.controlsKey(controls);
    const key = `${hypothesisId(faults)}|${state}`;
    let point = this.solved.get(key);
    if (!point) {
      const run = `${this.behaviour(faults)}|${state}`;
      let frame = this.live.get(run);
      if (!frame) {
        const { frames } = operate(this.machine, new FaultSet(faults), startScript(this.machine, LIVE_AT_S, controls));
        frame = frames.at(-1) as Frame;
        this.live.set(run, frame);
      }
      point = operatingPoint(networkOf(this.machine, frame.condition, new FaultSet(faults)));
      this.solved.set(key, point);
    }
    return point;
  }
}
