import { lastOf } from "../array/at";
import { joined, operatingPoint, voltsBetween } from "../circuit/solve";
import { type Fault, FaultSet, faultsId } from "../machine/fault";
import type { Machine } from "../machine/format";
import { networkOf, probeNode } from "../machine/network";
import { deadCondition } from "../machine/run/at-rest";
import type { ControlPositions } from "../machine/run/condition";
import { operate, startScript } from "../machine/run/operate";
import type { Frame, Timeline } from "../machine/run/timeline";
import { type WiringEdit, wiringUnder } from "../machine/wiring";
import { type SightShares, sightShares } from "../sights/shares";
import { Behaviours } from "./behaviour";
import { DeadReadings } from "./dead-readings";
import { foreseen, type Prediction } from "./prediction";
import { type RunMeasures, runMeasures } from "./run-measures";

/** Seconds into a run at which live readings are taken. */
const LIVE_AT_S = 40;
const SHORT_RUN_S = 130;
const LONG_RUN_S = 960;
/** On floating points a voltmeter shows some ghost volts. */
const GHOST_SIGMA = 12;
/** 1 σ of a good part, as a share of its tolerance: some that are fitted are outside it. */
const GOOD_SIGMA = 0.65;
/** 1 σ of the least current that a clamp tells, A; and of a good machine's current, as a share of it: its elements within their tolerance. */
const AMP_SIGMA = 0.15;
const AMP_SHARE = 0.05;
const clamped = (mean: number): Prediction => foreseen(mean, AMP_SIGMA + AMP_SHARE * mean);

/** A reading to be predicted: where the probes are, and in what state. Volts are read with every wire on. */
export interface Probing {
  readonly between: readonly [string, string];
  readonly unit: "ohm" | "volt";
  readonly wiring: readonly WiringEdit[];
  readonly controls: ControlPositions;
  /** Volts that are read with the plug drawn. */
  readonly unplugged?: boolean;
}

const editKey = (e: WiringEdit): string => Object.values(e).join(" ");

/** Holds what a run shows: sights and what can be measured on it. */
export interface Seen {
  readonly shares: SightShares;
  readonly measures: RunMeasures;
}

/** Holds what was worked out of a machine before: runs by the key of their behaviour, and readings under this list of suspects. */
interface WorkedOut {
  readonly runs: ReadonlyMap<string, Seen>;
  readonly list: readonly (readonly Fault[])[];
  /** Ohms by {@link Predictor.placeKey}. */
  readonly ohms: (place: string) => readonly Prediction[] | undefined;
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

  /** `before`: what need not be worked out again. */
  constructor(
    readonly machine: Machine,
    private readonly before?: WorkedOut,
  ) {
    this.behaviours = new Behaviours(machine);
    this.tolerance = new Map(machine.parts.flatMap((p) => ("tolerance" in p ? [[p.id, GOOD_SIGMA * p.tolerance] as const] : [])));
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

  /** Gives what a quarter of an hour's run measures. */
  measures(faults: readonly Fault[]): RunMeasures {
    return this.seenOf(faults, true).measures;
  }

  /** Names a run: the same for all faults under which the machine runs alike. */
  runKey(faults: readonly Fault[], long: boolean): string {
    return `${this.behaviour(faults)}|${long}`;
  }

  seenOf(faults: readonly Fault[], long: boolean): Seen {
    const key = this.runKey(faults, long);
    let seen = this.seen.get(key) ?? this.before?.runs.get(key);
    if (!seen) {
      const set = new FaultSet(faults);
      const run = operate(this.machine, set, startScript(this.machine, long ? LONG_RUN_S : SHORT_RUN_S));
      seen = { shares: sightShares(this.machine, set, run, long), measures: runMeasures(this.machine, set, run) };
      this.seen.set(key, seen);
    }
    return seen;
  }

  /** The standard start and two minutes of it, with these controls; not remembered. */
  shortRun(faults: readonly Fault[], controls: ControlPositions): Timeline {
    return operate(this.machine, new FaultSet(faults), startScript(this.machine, SHORT_RUN_S, controls));
  }

  /** The cold machine in one state of its controls and wires, with what was computed of it so far. */
  private deadState(controls: ControlPositions, wiring: readonly WiringEdit[]): DeadReadings {
    const key = `${this.controlsKey(controls)}|${wiring.map(editKey).join()}`;
    let state = this.states.get(key);
    if (!state) {
      state = new DeadReadings(this.machine, controls, wiring, this.tolerance);
      this.states.set(key, state);
    }
    return state;
  }

  /** Names a place and state in which ohms are read, whichever probe is where. */
  placeKey({ between, controls, wiring }: Probing): string {
    return `${[...between].sort().join(" ")}|${this.controlsKey(controls)}|${wiring.map(editKey).join()}`;
  }

  private controlsKey(controls: ControlPositions): string {
    let key = "";
    for (const id of Object.keys(controls)) if (this.restKey[id] !== controls[id]) key += `${id}=${controls[id]},`;
    return key;
  }

  reading(faults: readonly Fault[], setup: Probing): Prediction {
    return this.reader(setup)(faults);
  }

  /** A reading in one place and state, to be asked of many suspects. */
  reader({ between, controls, wiring, unit, unplugged = false }: Probing): (faults: readonly Fault[]) => Prediction {
    if (unit === "volt") {
      const point = (faults: readonly Fault[]) => (unplugged ? this.deadPoint(faults, controls) : this.livePoint(faults, controls));
      return (faults) => this.volts(faults, between, point(faults));
    }
    return this.deadState(controls, wiring).reader(between);
  }

  /** The same for a whole list of suspects; a list that is asked about often is best always the same array. */
  readings(list: readonly (readonly Fault[])[], setup: Probing): Prediction[] {
    const before = setup.unit === "ohm" && list === this.before?.list ? this.before.ohms(this.placeKey(setup)) : undefined;
    if (before) return [...before];
    if (setup.unit === "ohm") return this.deadState(setup.controls, setup.wiring).readAll(list, setup.between);
    const read = this.reader(setup);
    return list.map(read);
  }

  /** Which parts a meter's current passes between two points, and with what share of it. Ohms only. */
  path(faults: readonly Fault[], { between, controls, wiring }: Probing): { readonly part: string; readonly share: number }[] {
    return this.deadState(controls, wiring).path(faults, between);
  }

  /** A through the whole machine (the leg with the most) or through one part, at the moment at which live readings are taken. */
  amps(faults: readonly Fault[], through: string, controls: ControlPositions): Prediction {
    const point = this.livePoint(faults, controls);
    if (through === "supply") return clamped(Math.max(0, ...point.sourceCurrent.values()));
    const { components } = networkOf(this.machine, this.liveCondition(faults, controls), new FaultSet(faults));
    const branches = components.flatMap((c) =>
      c.kind === "resistor" && (c.id === through || c.id.startsWith(`${through}/`))
        ? [Math.abs(voltsBetween(point, c.a, c.b)) / c.ohms]
        : [],
    );
    return clamped(Math.max(0, ...branches));
  }

  private volts(faults: readonly Fault[], between: readonly [string, string], point: Frame["point"]): Prediction {
    const set = new FaultSet(faults);
    const wiring = wiringUnder(this.machine, set, []);
    const [plus, minus] = [probeNode(this.machine, between[0], wiring), probeNode(this.machine, between[1], wiring)];
    const mean = Math.abs(voltsBetween(point, plus, minus));
    const floating = !joined(point, plus, minus);
    return foreseen(mean, floating ? GHOST_SIGMA : 1 + 0.03 * mean, floating);
  }

  /** Contacts and temperatures stand as in any run of the same behaviour; the network is this suspect's own. */
  private livePoint(faults: readonly Fault[], controls: ControlPositions): Frame["point"] {
    const key = `${faultsId(faults)}|${this.controlsKey(controls)}`;
    let point = this.solved.get(key);
    if (!point) {
      point = operatingPoint(networkOf(this.machine, this.liveCondition(faults, controls), new FaultSet(faults)));
      this.solved.set(key, point);
    }
    return point;
  }

  /** The outlet by itself, the machine unplugged. */
  private deadPoint(faults: readonly Fault[], controls: ControlPositions): Frame["point"] {
    const key = `${faultsId(faults)}|${this.controlsKey(controls)}|unplugged`;
    let point = this.solved.get(key);
    if (!point) {
      point = operatingPoint(networkOf(this.machine, deadCondition(this.machine, controls), new FaultSet(faults)));
      this.solved.set(key, point);
    }
    return point;
  }

  private liveCondition(faults: readonly Fault[], controls: ControlPositions): Frame["condition"] {
    const run = `${this.behaviour(faults)}|${this.controlsKey(controls)}`;
    let frame = this.live.get(run);
    if (!frame) {
      frame = lastOf(operate(this.machine, new FaultSet(faults), startScript(this.machine, LIVE_AT_S, controls)).frames);
      this.live.set(run, frame);
    }
    return frame.condition;
  }
}
