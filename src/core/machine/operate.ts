import { type OperatingPoint, operatingPoint, voltsBetween } from "../circuit/solve";
import { type Condition, type ControlPositions, restControls } from "./condition";
import type { FaultSet } from "./fault";
import { networkOf } from "./network";
import type { Machine, PartOf } from "./schema";
import { advanceTemperatures, airflow, ambientTemperatures, exhaustC, type Temperatures } from "./thermal";

/** What the user does: control positions from a moment on, seconds from the start. In order of time. */
export interface Script {
  readonly steps: readonly { readonly at: number; readonly controls: ControlPositions }[];
  readonly until: number;
}

/** The machine at one moment. Frames are taken at every change of a contact and every {@link SAMPLE_S} seconds. */
export interface Frame {
  readonly at: number;
  readonly condition: Condition;
  readonly point: OperatingPoint;
  readonly temperatures: Temperatures;
  readonly exhaustC: number;
  /** W in all heating elements together. */
  readonly heatW: number;
  /** A motor has voltage on its main winding and does not turn. */
  readonly hums: boolean;
  /** m³/s. */
  readonly flow: number;
}

export interface Timeline {
  readonly frames: readonly Frame[];
}

export const SAMPLE_S = 15;
/** Within the stability of the fastest node (about 6 s) while anything warms or cools; longer when all is still. */
const STEP_S = 2;
const STILL_K_PER_S = 0.004;
/** Element resistance is followed in steps of this many kelvin (0.4 % each). */
const ELEMENT_STEP_K = 40;
/** Voltage on a winding for this long without turning is a hum. */
const HUM_S = 1.5;
/** Below this share of rated volts the motor does not pull. */
const MOTOR_PULLS_AT = 0.6;
/** A split-phase motor comes up within this time. */
const RUN_UP_S = 1;

/** Presses start for three seconds with the controls on high heat, then lets the machine run. */
export function startScript(machine: Machine, until: number, controls: ControlPositions = {}): Script {
  const held = { ...Object.fromEntries(machine.controls.map((c) => [c.id, c.run])), ...controls };
  const released = { ...held, ...Object.fromEntries(machine.controls.filter((c) => c.momentary).map((c) => [c.id, c.rest])) };
  return {
    steps: [
      { at: 0, controls: held },
      { at: 3, controls: released },
    ],
    until,
  };
}

/**
 * Runs the machine in time: solve, let contacts and motor change, repeat until steady, then let temperatures move on
 * by a step, cut short where a thermostat or fuse acts. Deterministic. Times in seconds, temperatures in °C.
 */
export function operate(machine: Machine, faults: FaultSet, script: Script): Timeline {
  const model = new Model(machine, faults);
  const frames: Frame[] = [];
  let next = 0;
  let sampled = -Infinity;
  while (true) {
    while (next < script.steps.length && (script.steps[next] as { at: number }).at <= model.at + 1e-9) {
      model.set((script.steps[next] as { controls: ControlPositions }).controls);
      next++;
    }
    const changed = model.settle();
    if (changed || model.at - sampled >= SAMPLE_S || model.at >= script.until) {
      frames.push(model.frame());
      sampled = model.at;
    }
    if (model.at >= script.until - 1e-9) return { frames };
    const limit = Math.min(script.until, script.steps[next]?.at ?? Infinity);
    model.advance(Math.min(model.stepLength(), limit - model.at));
  }
}

/** One condition of the contacts, solved. */
interface Solution {
  readonly point: OperatingPoint;
  readonly heatW: number;
  /** Largest current that any leg gives. */
  readonly amps: number;
  readonly elementC: number;
}

function solveCondition(machine: Machine, condition: Condition, faults: FaultSet): Solution {
  const netlist = networkOf(machine, condition, faults);
  const point = operatingPoint(netlist);
  let heatW = 0;
  for (const c of netlist.components) {
    if (c.kind === "resistor" && machine.watch.heater.includes(c.id.split("/")[0] as string))
      heatW += voltsBetween(point, c.a, c.b) ** 2 / c.ohms;
  }
  return { point, heatW, amps: Math.max(0, ...[...point.sourceCurrent.values()].map(Math.abs)), elementC: condition.elementC };
}

const fastest = (a: Temperatures, b: Temperatures): number =>
  Math.max(...(Object.keys(a) as (keyof Temperatures)[]).map((k) => Math.abs(a[k] - b[k])));

class Model {
  at = 0;
  private temperatures: Temperatures;
  private condition: Condition;
  private solution!: Solution;
  private dirty = true;
  private readonly runningUp = new Map<string, number>();
  private readonly stalled = new Map<string, number>();
  private readonly solutions = new Map<string, Solution>();
  private readonly freeArea: number;
  private readonly bias = new Map<string, PartOf<"resistor">>();
  private overload = 0;
  private moving = true;
  private readonly thermal: readonly (PartOf<"thermostat"> | PartOf<"fuse">)[];
  private readonly motors: readonly PartOf<"motor">[];

  constructor(
    private readonly machine: Machine,
    private readonly faults: FaultSet,
  ) {
    this.temperatures = ambientTemperatures(machine);
    this.condition = {
      cordIn: true,
      controls: restControls(machine),
      atSpeed: new Set(),
      opened: new Set(),
      breakerTripped: false,
      elementC: machine.thermal.ambientC,
    };
    this.thermal = machine.parts.filter(
      (p) =>
        (p.kind === "thermostat" && !faults.has(p.id, "open") && !faults.has(p.id, "welded")) ||
        (p.kind === "fuse" && !faults.has(p.id, "open")),
    ) as (PartOf<"thermostat"> | PartOf<"fuse">)[];
    this.motors = machine.parts.filter((p) => p.kind === "motor");
    const duct = machine.parts.find((p) => p.kind === "duct");
    this.freeArea = (duct && faults.of(duct.id, "choked")?.severity) ?? 1;
    for (const p of machine.parts) if (p.kind === "resistor" && p.warms) this.bias.set(p.warms.part, p);
  }

  set(controls: ControlPositions): void {
    this.change({ controls: { ...this.condition.controls, ...controls } });
  }

  private change(part: Partial<Condition>): void {
    this.condition = { ...this.condition, ...part };
    this.dirty = true;
  }

  /** Solves and lets contacts act until nothing moves. True when anything changed since the last frame. */
  settle(): boolean {
    let changed = false;
    for (let round = 0; round < 50; round++) {
      if (!this.dirty) return changed;
      this.solve();
      changed = true;
      this.moveMotors();
    }
    throw new Error(`${this.machine.id} does not settle at ${this.at} s: contacts chatter`);
  }

  /** Contacts come back to the same few positions, so each is solved once. */
  private solve(): void {
    const c = this.condition;
    const bucket = Math.round(this.temperatures.element / ELEMENT_STEP_K);
    const key = `${[...c.atSpeed]}|${[...c.opened].sort()}|${c.breakerTripped}|${bucket}|${Object.values(c.controls)}`;
    let solution = this.solutions.get(key);
    if (!solution) {
      solution = solveCondition(this.machine, { ...c, elementC: bucket * ELEMENT_STEP_K }, this.faults);
      this.solutions.set(key, solution);
    }
    this.solution = solution;
    this.dirty = false;
  }

  /** A motor at speed stalls when its main winding loses its voltage; the run-up itself takes time, see advance(). */
  private moveMotors(): void {
    for (const motor of this.motors) {
      if (this.condition.atSpeed.has(motor.id) && !this.pulls(motor)) {
        this.change({ atSpeed: without(this.condition.atSpeed, motor.id) });
      }
    }
  }

  private across(part: PartOf<"motor">, from: number, to: number): number {
    return Math.abs(voltsBetween(this.solution.point, part.nets[from] as string, part.nets[to] as string));
  }

  private pulls(motor: PartOf<"motor">): boolean {
    return !this.faults.has(motor.id, "main-open") && this.across(motor, 0, 1) > MOTOR_PULLS_AT * motor.volts;
  }

  private canStart(motor: PartOf<"motor">): boolean {
    const startWinding = !this.faults.has(motor.id, "start-open") && this.across(motor, 0, 2) > 0.5 * motor.volts;
    return this.pulls(motor) && startWinding && !this.faults.has(motor.id, "seized");
  }

  /** Moves on by at most `dt` seconds; stops early at the moment a thermostat or fuse acts. */
  advance(dt: number): void {
    const flow = this.flow();
    const before = this.temperatures;
    const { heatW } = this.solution;
    let after = advanceTemperatures(this.machine, before, heatW, flow, dt);
    const acting = this.firstToAct(before, after);
    if (acting) {
      dt *= Math.min(1, Math.max(0.01, acting.share));
      after = advanceTemperatures(this.machine, before, heatW, flow, dt);
      this.change({
        opened: acting.opens ? with_(this.condition.opened, acting.part) : without(this.condition.opened, acting.part),
      });
    }
    this.temperatures = after;
    this.moving = fastest(before, after) > STILL_K_PER_S * dt;
    this.at += dt;
    this.runUp(dt);
    this.watchBreaker(dt);
    if (Math.abs(after.element - this.solution.elementC) > ELEMENT_STEP_K) this.dirty = true;
  }

  /** Seconds to move on by: short while anything moves or is about to. */
  stepLength(): number {
    const busy =
      this.moving ||
      this.solution.heatW > 0 ||
      this.overload > 0 ||
      this.motors.some((m) => !this.condition.atSpeed.has(m.id) && this.pulls(m));
    if (this.motors.some((m) => !this.condition.atSpeed.has(m.id) && this.canStart(m))) return RUN_UP_S;
    return busy ? STEP_S : SAMPLE_S;
  }

  private flow(): number {
    return airflow(this.machine, this.condition.atSpeed.size > 0, this.freeArea);
  }

  private runUp(dt: number): void {
    for (const motor of this.motors) {
      if (this.condition.atSpeed.has(motor.id)) continue;
      const time = this.canStart(motor) ? (this.runningUp.get(motor.id) ?? 0) + dt : 0;
      this.runningUp.set(motor.id, time);
      this.stalled.set(motor.id, this.pulls(motor) ? (this.stalled.get(motor.id) ?? 0) + dt : 0);
      if (time >= RUN_UP_S) this.change({ atSpeed: with_(this.condition.atSpeed, motor.id) });
    }
  }

  /** Thermal-magnetic breaker: heat of the overload gathers as (I/In)² − 1.2, trips at 60 s (about 5 s at four times In). */
  private watchBreaker(dt: number): void {
    if (this.condition.breakerTripped) return;
    const load = (this.solution.amps / this.machine.supply.breakerAmps) ** 2 - 1.2;
    this.overload = Math.max(0, this.overload + load * dt);
    if (this.overload > 60) this.change({ breakerTripped: true, atSpeed: new Set() });
  }

  private sensorC(part: PartOf<"thermostat"> | PartOf<"fuse">, t: Temperatures): number {
    const base = part.senses === "box" ? t.boxSensor : t.exhaustSensor;
    const bias = this.bias.get(part.id);
    if (!bias?.warms) return base;
    const volts = voltsBetween(this.solution.point, bias.nets[0], bias.nets[1]);
    return base + (Math.abs(volts) > 60 && !this.faults.has(bias.id, "open") ? bias.warms.kelvin : 0);
  }

  private firstToAct(before: Temperatures, after: Temperatures): { part: string; opens: boolean; share: number } | undefined {
    let first: { part: string; opens: boolean; share: number } | undefined;
    for (const part of this.thermal) {
      const isOpen = this.condition.opened.has(part.id);
      if (isOpen && part.kind === "fuse") continue;
      const shift = this.faults.of(part.id, "low")?.severity ?? 1;
      const threshold = (isOpen ? (part as PartOf<"thermostat">).closesC : part.opensC) * shift;
      const [from, to] = [this.sensorC(part, before), this.sensorC(part, after)];
      if (isOpen ? to > threshold : to < threshold) continue;
      const share = to === from ? 0 : (threshold - from) / (to - from);
      if (!first || share < first.share) first = { part: part.id, opens: !isOpen, share };
    }
    return first;
  }

  frame(): Frame {
    return {
      at: this.at,
      condition: { ...this.condition, elementC: this.temperatures.element },
      point: this.solution.point,
      temperatures: this.temperatures,
      exhaustC: exhaustC(this.machine, this.temperatures),
      heatW: this.solution.heatW,
      hums: this.motors.some((m) => !this.condition.atSpeed.has(m.id) && (this.stalled.get(m.id) ?? 0) >= HUM_S),
      flow: this.flow(),
    };
  }
}

const with_ = (set: ReadonlySet<string>, item: string): ReadonlySet<string> => new Set([...set, item]);
const without = (set: ReadonlySet<string>, item: string): ReadonlySet<string> => new Set([...set].filter((x) => x !== item));
