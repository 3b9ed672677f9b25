import { type OperatingPoint, operatingPoint, voltsBetween } from "../circuit/solve";
import { type Condition, type ControlPositions, restControls } from "./condition";
import type { FaultSet } from "./fault";
import { airflow, type Drive, exhaustC, NODE, NODES, slopes } from "./heat";
import { networkOf } from "./network";
import type { Machine, PartOf } from "./schema";
import { type ThermalContact, thermalContacts } from "./thermal-contacts";
import type { Frame } from "./timeline";

/** Seconds between frames of a run in which nothing changes. */
export const SAMPLE_S = 15;
/** Within the stability of the fastest node (about 6 s) while anything warms or cools; longer when all is still. */
const STEP_S = 2;
const STILL_K_PER_S = 0.004;
/** Temperatures that change a resistance are followed in steps: 100 K is 1 % of an element; an igniter changes faster. */
const SOURCE_STEP_K = 100;
const IGNITER_STEP_K = 110;
const MOTOR_PULLS_AT = 0.6;
/** A split-phase motor comes up within this time. */
const RUN_UP_S = 1;
/** Voltage on a winding for this long without turning is a hum. */
const HUM_S = 1.5;
/** One condition of the contacts, solved. */
interface Solution {
  readonly point: OperatingPoint;
  readonly elementW: number;
  readonly igniterW: number;
  readonly coilW: number;
  /** Largest current that any leg gives. */
  readonly amps: number;
}

/** A machine that runs: its contacts, motors, valves and temperatures at one moment. `operate()` is its public face. */
export class Model {
  at = 0;
  private x = new Float64Array(NODES);
  private readonly half = new Float64Array(NODES);
  private readonly next = new Float64Array(NODES);
  private readonly slope = new Float64Array(NODES);
  private readonly drive: Drive = { heatW: 0, flow: 0, igniterW: 0, coilW: 0, flame: false };
  private condition: Condition;
  private solution!: Solution;
  private dirty = true;
  /** A discrete change since the last frame, other than a resistance that is followed. */
  private changed = true;
  private readonly runningUp = new Map<string, number>();
  private readonly stalled = new Map<string, number>();
  private readonly solutions = new Map<string, Solution>();
  private readonly freeArea: number;
  private overload = 0;
  private moving = true;
  private flame = false;
  private valveOne = false;
  private valveTwo = false;
  private readonly thermal: readonly ThermalContact[];
  private readonly motors: readonly PartOf<"motor">[];
  private readonly elements: readonly string[];
  private readonly valve: PartOf<"gas-valve"> | undefined;
  private readonly hotCoil: PartOf<"coil"> | undefined;

  constructor(
    private readonly machine: Machine,
    private readonly faults: FaultSet,
    water: number,
  ) {
    this.x.fill(machine.thermal.ambientC);
    this.x[NODE.water] = water;
    this.condition = {
      cordIn: true,
      controls: restControls(machine),
      atSpeed: new Set(),
      opened: new Set(),
      breakerTripped: false,
      elementC: machine.thermal.ambientC,
      igniterC: machine.thermal.ambientC,
    };
    this.motors = machine.parts.filter((p) => p.kind === "motor");
    this.elements = machine.parts.filter((p) => p.kind === "element").map((p) => p.id);
    this.hotCoil = machine.parts.find((p): p is PartOf<"coil"> => p.kind === "coil" && faults.has(p.id, "opens-hot"));
    this.thermal = thermalContacts(machine, faults);
    this.valve = machine.parts.find((p) => p.kind === "gas-valve");
    const duct = machine.parts.find((p) => p.kind === "duct");
    this.freeArea = (duct && faults.of(duct.id, "choked")?.severity) ?? 1;
  }

  set(controls: ControlPositions): void {
    this.change({ controls: { ...this.condition.controls, ...controls } });
  }

  private change(part: Partial<Condition>): void {
    this.condition = { ...this.condition, ...part };
    this.dirty = true;
    this.changed = true;
  }

  /** Solves and lets motors and valves act until nothing moves. True when anything but a followed resistance changed since the last frame. */
  settle(): boolean {
    for (let round = 0; this.dirty; round++) {
      if (round > 50) throw new Error(`${this.machine.id} does not settle at ${this.at} s: contacts chatter`);
      this.solve();
      this.stallMotors();
      this.moveValves();
    }
    const changed = this.changed;
    this.changed = false;
    return changed;
  }

  /** Contacts come back to the same few positions, so each is solved once. */
  private solve(): void {
    const c = this.condition;
    const bucket = (node: number, step: number) => Math.round((this.x[node] as number) / step);
    const source = this.elements.length > 0 ? bucket(NODE.source, SOURCE_STEP_K) : 0;
    const igniter = this.machine.burner ? bucket(NODE.igniter, IGNITER_STEP_K) : 0;
    const key = `${[...c.atSpeed]}|${[...c.opened].sort()}|${c.breakerTripped}|${source}|${igniter}|${Object.values(c.controls)}`;
    let solution = this.solutions.get(key);
    if (!solution) {
      const ambient = this.machine.thermal.ambientC;
      solution = this.solveCondition({
        ...c,
        elementC: Math.max(ambient, source * SOURCE_STEP_K),
        igniterC: Math.max(ambient, igniter * IGNITER_STEP_K),
      });
      this.solutions.set(key, solution);
    }
    this.solution = solution;
    this.dirty = false;
  }

  private solveCondition(condition: Condition): Solution {
    const { components } = networkOf(this.machine, condition, this.faults);
    const point = operatingPoint({ components });
    let [elementW, igniterW, coilW] = [0, 0, 0];
    for (const c of components) {
      if (c.kind !== "resistor") continue;
      const part = c.id.split("/")[0] as string;
      const watts = () => voltsBetween(point, c.a, c.b) ** 2 / c.ohms;
      if (this.elements.includes(part)) elementW += watts();
      else if (part === this.machine.burner?.igniter) igniterW += watts();
      else if (part === this.hotCoil?.id) coilW += watts();
    }
    return { point, elementW, igniterW, coilW, amps: Math.max(0, ...[...point.sourceCurrent.values()].map(Math.abs)) };
  }

  /** A motor at speed stalls when its main winding loses its voltage; the run-up itself takes time, see advance(). */
  private stallMotors(): void {
    for (const motor of this.motors) {
      if (this.condition.atSpeed.has(motor.id) && !this.pulls(motor)) this.change({ atSpeed: without(this.condition.atSpeed, motor.id) });
    }
  }

  /** Plungers follow their coils at once: pull in above one voltage, let go below a lower one. */
  private moveValves(): void {
    if (!this.valve) return;
    const { coils, pullsInAt, holdsAt, volts } = this.valve;
    const at = (coil: string) => this.coilVolts(coil) / volts;
    const stuck = this.faults.has(this.valve.id, "stuck");
    const one = !stuck && at(coils.hold) > (this.valveOne ? holdsAt : pullsInAt) && (this.valveOne || at(coils.boost) > pullsInAt);
    const two = !stuck && at(coils.main) > (this.valveTwo ? holdsAt : pullsInAt);
    if (one !== this.valveOne || two !== this.valveTwo) this.changed = true;
    this.valveOne = one;
    this.valveTwo = two;
  }

  /** Volts on a coil that is whole; an open winding pulls nothing. */
  private coilVolts(id: string): number {
    const coil = this.machine.parts.find((p): p is PartOf<"coil"> => p.id === id && p.kind === "coil");
    if (!coil || this.faults.has(id, "open") || this.condition.opened.has(id)) return 0;
    return Math.abs(voltsBetween(this.solution.point, coil.nets[0], coil.nets[1]));
  }

  private get gas(): boolean {
    const gas = this.machine.burner?.gas;
    return this.valveOne && this.valveTwo && !(gas !== undefined && this.faults.has(gas, "shut"));
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

  /** Moves on by at most `dt` seconds; stops early at the moment a thermostat, fuse, sensor or coil acts. */
  advance(dt: number): void {
    this.burn();
    this.drive.flow = this.flow();
    this.drive.igniterW = this.solution.igniterW;
    this.drive.coilW = this.solution.coilW;
    this.drive.flame = this.flame;
    this.drive.heatW = this.heatW();
    this.integrate(dt);
    const acting = this.firstToAct();
    if (acting) {
      dt *= Math.min(1, Math.max(0.01, acting.share));
      this.integrate(dt);
      const { opened } = this.condition;
      this.change({ opened: acting.opens ? with_(opened, acting.id) : without(opened, acting.id) });
    }
    this.moving = this.fastest() > STILL_K_PER_S * dt;
    this.follow();
    this.x.set(this.next);
    this.at += dt;
    this.runUp(dt);
    this.watchBreaker(dt);
  }

  /** Second-order Runge–Kutta (midpoint) from `x` into `next`. */
  private integrate(dt: number): void {
    slopes(this.machine, this.x, this.drive, this.slope);
    for (let i = 0; i < NODES; i++) this.half[i] = (this.x[i] as number) + ((this.slope[i] as number) * dt) / 2;
    slopes(this.machine, this.half, this.drive, this.slope);
    for (let i = 0; i < NODES; i++) this.next[i] = (this.x[i] as number) + (this.slope[i] as number) * dt;
    this.next[NODE.water] = Math.max(0, this.next[NODE.water] as number);
  }

  private fastest(): number {
    let most = 0;
    for (let i = 0; i < NODES; i++) most = Math.max(most, Math.abs((this.next[i] as number) - (this.x[i] as number)));
    return most;
  }

  /** A resistance that moved on by a step of its temperature is solved anew; that is not a change to be shown. */
  private follow(): void {
    const crossed = (node: number, step: number) =>
      Math.round((this.next[node] as number) / step) !== Math.round((this.x[node] as number) / step);
    if ((this.elements.length > 0 && crossed(NODE.source, SOURCE_STEP_K)) || (this.machine.burner && crossed(NODE.igniter, IGNITER_STEP_K)))
      this.dirty = true;
  }

  /** Gas lights on a hot igniter, burns while it flows, and is gone when it stops. */
  private burn(): void {
    const burner = this.machine.burner;
    if (!burner) return;
    const lit = this.gas && (this.flame || (this.x[NODE.igniter] as number) > burner.ignitesAboveC);
    if (lit !== this.flame) this.changed = true;
    this.flame = lit;
  }

  private heatW(): number {
    return this.solution.elementW + (this.flame ? (this.machine.burner?.watts ?? 0) : 0);
  }

  /** Seconds to move on by: short while anything moves or is about to. */
  stepLength(): number {
    if (this.motors.some((m) => !this.condition.atSpeed.has(m.id) && this.canStart(m))) return RUN_UP_S;
    const stalled = this.motors.some((m) => !this.condition.atSpeed.has(m.id) && this.pulls(m));
    return this.moving || this.heatW() > 0 || this.overload > 0 || stalled ? STEP_S : SAMPLE_S;
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

  /** Kelvin that a bias heater adds at its thermostat. */
  private biasK(bias: PartOf<"resistor"> | undefined): number {
    if (!bias?.warms || this.faults.has(bias.id, "open")) return 0;
    return Math.abs(voltsBetween(this.solution.point, bias.nets[0], bias.nets[1])) > 60 ? bias.warms.kelvin : 0;
  }

  private firstToAct(): { id: string; opens: boolean; share: number } | undefined {
    let first: { id: string; opens: boolean; share: number } | undefined;
    for (const t of this.thermal) {
      const isOpen = this.condition.opened.has(t.id);
      const threshold = isOpen ? t.closesC : t.opensC;
      if (threshold === undefined) continue;
      const bias = this.biasK(t.bias);
      const [from, to] = [(this.x[t.node] as number) + bias, (this.next[t.node] as number) + bias];
      if (isOpen ? to > threshold : to < threshold) continue;
      const share = to === from ? 0 : (threshold - from) / (to - from);
      if (!first || share < first.share) first = { id: t.id, opens: !isOpen, share };
    }
    return first;
  }

  frame(): Frame {
    return {
      at: this.at,
      condition: { ...this.condition, elementC: this.x[NODE.source] as number, igniterC: this.x[NODE.igniter] as number },
      point: this.solution.point,
      boxC: this.x[NODE.box] as number,
      exhaustC: exhaustC(this.machine, this.x),
      igniterC: this.x[NODE.igniter] as number,
      flame: this.flame,
      heatW: this.heatW(),
      hums: this.motors.some((m) => !this.condition.atSpeed.has(m.id) && (this.stalled.get(m.id) ?? 0) >= HUM_S),
      flow: this.flow(),
    };
  }
}

const with_ = (set: ReadonlySet<string>, item: string): ReadonlySet<string> => new Set([...set, item]);
const without = (set: ReadonlySet<string>, item: string): ReadonlySet<string> => new Set([...set].filter((x) => x !== item));
