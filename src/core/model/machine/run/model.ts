import { real } from "../../array/at";
import { type OperatingPoint, operatingPoint, voltsBetween } from "../../circuit/solve";
import type { FaultSet } from "../fault";
import type { Machine, PartOf } from "../format";
import { networkOf, PLUG_OHMS } from "../network";
import type { ThermalContact } from "../parts/definition";
import { type Wiring, wiringUnder } from "../wiring";
import { coldCondition } from "./at-rest";
import { BoardLogic } from "./board";
import { Breaker } from "./breaker";
import { Clockwork } from "./clockwork";
import type { Condition, ControlPositions } from "./condition";
import { airflow, type Drive, exhaustC, fastestS, slopes } from "./heat";
import { hotJoints, isHotJoint, partedWhenHot } from "./hot-joints";
import { NODE, NODES } from "./nodes";
import { Plungers } from "./plungers";
import { thermalContacts } from "./thermal-contacts";
import type { Frame } from "./timeline";

/** Seconds between frames of a run in which nothing changes. */
export const SAMPLE_S = 15;
/** While anything warms or cools, at most; shorter where a machine's own constants ask for it; longer when all is still. */
const STEP_S = 2.5;
const STILL_K_PER_S = 0.004;
/** Temperatures that change a resistance are followed in steps: 100 K is 1 % of an element; an igniter changes faster; 45 K is 18 % of copper. */
const SOURCE_STEP_K = 100;
/** That of a heater that limits itself doubles within a few. */
const PTC_STEP_K = 3;
const IGNITER_STEP_K = 150;
const COIL_STEP_K = 45;
const MOTOR_PULLS_AT = 0.6;
/** A split-phase motor comes up within this time. */
const RUN_UP_S = 1;
/** Voltage on a winding for this long without turning is a hum. */
const HUM_S = 1.5;
/** Contacts that have not come to rest by then chatter. */
const MOST_ROUNDS = 50;
/** So many times more of it in a motor that the drum holds back with all of its torque. */
const DRAG_LOSS = 2.8;
/** A flame that would give less than this share does not light. */
const LEAST_FLAME = 0.05;
/** Share of what a running motor's winding takes that stays in it as heat. */
const RUNNING_LOSS = 0.25;

/** One condition of the contacts, solved. */
interface Solution {
  readonly point: OperatingPoint;
  readonly elementW: number;
  readonly igniterW: number;
  readonly coilW: number;
  /** Magnitude of the volts on the branches that something hangs on, by branch id; a branch that is not there has none. */
  readonly volts: ReadonlyMap<string, number>;
  /** Largest current that any leg gives. */
  readonly amps: number;
  /** Current that comes back by the protective earth. */
  readonly residualAmps: number;
}

/** A machine that runs: its contacts, motors, valves, boards and temperatures at one moment. `operate()` is its public face. */
export class Model {
  at = 0;
  private readonly x = new Float64Array(NODES);
  private readonly half = new Float64Array(NODES);
  private readonly next = new Float64Array(NODES);
  private readonly slope = new Float64Array(NODES);
  private readonly drive: Drive = { heatW: 0, flow: 0, igniterW: 0, coilW: 0, motorW: 0, flame: false };
  private condition: Condition;
  private contacts = "";
  private solution!: Solution;
  private dirty = true;
  /** A discrete change since the last frame, other than a resistance that is followed. */
  private changed = true;
  private readonly runningUp = new Map<string, number>();
  private readonly stalled = new Map<string, number>();
  private readonly solutions = new Map<string, Solution>();
  private readonly freeArea: number;
  /** Share of its air that the blower moves; of its heat that the flame gives; of the motor's torque that the drum takes beyond its own. */
  private readonly blows: number;
  private readonly gives: number;
  private readonly drag: number;
  /** The wires as they are once a joint that is good only while cold has parted. */
  private readonly parted: Wiring;
  private moving = true;
  private flame = false;
  private chatters = false;
  private readonly thermal: readonly ThermalContact[];
  private readonly motors: readonly PartOf<"motor">[];
  private readonly boards: readonly BoardLogic[];
  private readonly elements: ReadonlySet<string>;
  private readonly sourceStep: number;
  private readonly step: number;
  private readonly valve: Plungers | undefined;
  /** The coil whose temperature is followed: the one at fault, else the main coil. */
  private readonly coil: string | undefined;
  private readonly watched: ReadonlySet<string>;
  private readonly wiring: Wiring;
  private readonly clockwork: Clockwork;
  private readonly breaker: Breaker;
  private readonly volts = (branch: string): number => this.solution.volts.get(branch) ?? 0;

  constructor(
    private readonly machine: Machine,
    private readonly faults: FaultSet,
    water: number,
  ) {
    this.x.fill(machine.thermal.ambientC);
    this.x[NODE.water] = water;
    this.condition = coldCondition(machine, true);
    this.motors = machine.parts.filter((p) => p.kind === "motor");
    this.boards = machine.parts.filter((p) => p.kind === "board").map((p) => new BoardLogic(machine, faults, p));
    const elements = machine.parts.filter((p) => p.kind === "element");
    this.elements = new Set(elements.map((p) => p.id));
    this.sourceStep = elements.some((p) => p.limitsItselfAboveC !== undefined) ? PTC_STEP_K : SOURCE_STEP_K;
    this.step = Math.min(STEP_S, fastestS(machine));
    const valve = machine.parts.find((p) => p.kind === "gas-valve");
    this.valve = valve && new Plungers(valve, faults);
    this.coil = machine.parts.find((p) => p.kind === "coil" && faults.has(p.id, "opens-hot"))?.id ?? valve?.coils.main;
    this.thermal = [...thermalContacts(machine, faults), ...hotJoints(faults)];
    this.wiring = wiringUnder(machine, faults, []);
    this.parted = wiringUnder(machine, faults, partedWhenHot(faults));
    this.clockwork = new Clockwork(machine);
    this.breaker = new Breaker(machine.supply.breakerAmps);
    this.watched = new Set(
      machine.parts.flatMap((p) =>
        p.kind === "motor" ? [`${p.id}/main`, `${p.id}/start`] : p.kind === "coil" || p.kind === "resistor" ? [p.id] : [],
      ),
    );
    const duct = machine.parts.find((p) => p.kind === "duct");
    this.freeArea = (duct && faults.of(duct.id, "choked")?.severity) ?? 1;
    const { motor } = machine.drum;
    this.blows = faults.of(motor, "wheel-loose")?.severity ?? 1;
    this.drag = faults.of(motor, "drags")?.severity ?? 0;
    this.gives = (machine.burner?.gas !== undefined && faults.of(machine.burner.gas, "starved")?.severity) || 1;
  }

  set(controls: ControlPositions): void {
    this.change({ controls: { ...this.condition.controls, ...controls } });
  }

  private change(part: Partial<Condition>): void {
    this.condition = { ...this.condition, ...part };
    const c = this.condition;
    this.contacts = `${[...c.atSpeed]}|${[...c.opened].sort()}|${[...c.driven]}|${c.breakerTripped}|${Object.values(c.controls)}`;
    this.dirty = true;
    this.changed = true;
  }

  /**
   * Solves and lets motors, valves and boards act until nothing moves. True when anything but a followed resistance changed since the last frame.
   * Contacts that never come to rest chatter: they are left where they are until something else moves, and that is heard.
   */
  settle(): boolean {
    this.chatters = false;
    for (let round = 0; this.dirty; round++) {
      if (round > MOST_ROUNDS) {
        this.chatters = true;
        this.dirty = false;
        break;
      }
      this.solve();
      this.stallMotors();
      if (this.valve?.follow(this.volts)) this.changed = true;
      this.askBoards();
      this.watchResidual();
    }
    const changed = this.changed;
    this.changed = false;
    return changed;
  }

  /** Contacts come back to the same few positions, so each is solved once. */
  private solve(): void {
    const bucket = (node: number, step: number) => Math.round(real(this.x, node) / step);
    const source = this.elements.size > 0 ? bucket(NODE.source, this.sourceStep) : 0;
    const igniter = this.machine.burner ? bucket(NODE.igniter, IGNITER_STEP_K) : 0;
    const coil = this.coil ? bucket(NODE.coil, COIL_STEP_K) : 0;
    const key = `${this.contacts}|${source}|${igniter}|${coil}`;
    let solution = this.solutions.get(key);
    if (!solution) {
      const ambient = this.machine.thermal.ambientC;
      solution = this.solveCondition({
        ...this.condition,
        elementC: Math.max(ambient, source * this.sourceStep),
        igniterC: Math.max(ambient, igniter * IGNITER_STEP_K),
        coilC: Math.max(ambient, coil * COIL_STEP_K),
      });
      this.solutions.set(key, solution);
    }
    this.solution = solution;
    this.dirty = false;
  }

  private solveCondition(condition: Condition): Solution {
    const { components } = networkOf(this.machine, condition, this.faults, this.wiringIn(condition));
    const point = operatingPoint({ components });
    let [elementW, igniterW, coilW] = [0, 0, 0];
    const volts = new Map<string, number>();
    for (const c of components) {
      if (c.kind !== "resistor") continue;
      const slash = c.id.indexOf("/");
      const part = slash < 0 ? c.id : c.id.slice(0, slash);
      if (this.watched.has(c.id)) volts.set(c.id, Math.abs(voltsBetween(point, c.a, c.b)));
      if (this.elements.has(part)) elementW += voltsBetween(point, c.a, c.b) ** 2 / c.ohms;
      else if (part === this.machine.burner?.igniter) igniterW += voltsBetween(point, c.a, c.b) ** 2 / c.ohms;
      else if (part === this.coil) coilW += voltsBetween(point, c.a, c.b) ** 2 / c.ohms;
    }
    const residualAmps = Math.abs(voltsBetween(point, this.machine.supply.ground.wall, "0")) / PLUG_OHMS;
    return { point, elementW, igniterW, coilW, volts, amps: Math.max(0, ...point.sourceCurrent.values()), residualAmps };
  }

  private wiringIn({ opened }: Condition): Wiring {
    for (const joint of opened) if (isHotJoint(joint)) return this.parted;
    return this.wiring;
  }

  /** A motor at speed stalls when its main winding loses its voltage; the run-up itself takes time, see advance(). */
  private stallMotors(): void {
    for (const motor of this.motors) {
      if (this.condition.atSpeed.has(motor.id) && !this.pulls(motor)) this.change({ atSpeed: without(this.condition.atSpeed, motor.id) });
    }
  }

  private askBoards(): void {
    if (this.boards.length === 0 || this.dirty) return;
    const { controls, opened, driven } = this.condition;
    const wanted = this.boards.flatMap((b) => b.look(this.at, this.solution.point, controls, opened));
    if (wanted.length !== driven.size || wanted.some((r) => !driven.has(r))) this.change({ driven: new Set(wanted) });
  }

  /** A residual-current device lets go at once. */
  private watchResidual(): void {
    const limit = this.machine.supply.residualAmps;
    if (limit !== undefined && !this.condition.breakerTripped && this.solution.residualAmps > limit) this.trip();
  }

  private trip(): void {
    this.change({ breakerTripped: true, atSpeed: new Set() });
  }

  private get gas(): boolean {
    const gas = this.machine.burner?.gas;
    return this.valve?.open === true && this.gives > LEAST_FLAME && !(gas !== undefined && this.faults.has(gas, "shut"));
  }

  private pulls(motor: PartOf<"motor">): boolean {
    return this.volts(`${motor.id}/main`) > MOTOR_PULLS_AT * motor.volts;
  }

  private canStart(motor: PartOf<"motor">): boolean {
    const held = this.faults.has(motor.id, "seized") || (motor.id === this.machine.drum.motor && this.drag > 1);
    return !held && this.pulls(motor) && this.volts(`${motor.id}/start`) > motor.startsAt * motor.volts;
  }

  /** Moves on by at most `dt` seconds; stops early at the moment a thermostat, fuse, sensor or coil acts. */
  advance(limit: number): void {
    let dt = this.timed ? Math.min(limit, this.clockwork.left) : limit;
    this.burn();
    this.drive.flow = this.flow();
    this.drive.igniterW = this.solution.igniterW;
    this.drive.coilW = this.solution.coilW;
    this.drive.motorW = this.motorW();
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
    for (const board of this.boards) board.wait(dt, real(this.x, NODE.exhaustSensor));
    const moved = this.timed ? this.clockwork.turn(dt) : undefined;
    if (moved) this.set(moved);
    this.runUp(dt);
    if (!this.condition.breakerTripped && this.breaker.carry(this.solution.amps, dt)) this.trip();
  }

  /** Second-order Runge–Kutta (midpoint) from `x` into `next`. */
  private integrate(dt: number): void {
    const { x, half, next, slope } = this;
    slopes(this.machine, x, this.drive, slope);
    for (let i = 0; i < NODES; i++) half[i] = real(x, i) + (real(slope, i) * dt) / 2;
    slopes(this.machine, half, this.drive, slope);
    for (let i = 0; i < NODES; i++) next[i] = real(x, i) + real(slope, i) * dt;
    next[NODE.water] = Math.max(0, real(next, NODE.water));
  }

  private fastest(): number {
    let most = 0;
    for (let i = 0; i < NODES; i++) most = Math.max(most, Math.abs(real(this.next, i) - real(this.x, i)));
    return most;
  }

  /** A resistance that moved on by a step of its temperature is solved anew; that is not a change to be shown. */
  private follow(): void {
    const crossed = (node: number, step: number) => Math.round(real(this.next, node) / step) !== Math.round(real(this.x, node) / step);
    if (
      (this.elements.size > 0 && crossed(NODE.source, this.sourceStep)) ||
      (this.machine.burner && (crossed(NODE.igniter, IGNITER_STEP_K) || crossed(NODE.coil, COIL_STEP_K)))
    )
      this.dirty = true;
  }

  /** Gas lights on a hot igniter, burns while it flows, and is gone when it stops. */
  private burn(): void {
    const burner = this.machine.burner;
    if (!burner) return;
    const lit = this.gas && (this.flame || real(this.x, NODE.igniter) > burner.ignitesAboveC);
    if (lit !== this.flame) this.changed = true;
    this.flame = lit;
  }

  private heatW(): number {
    return this.solution.elementW + (this.flame ? this.gives * (this.machine.burner?.watts ?? 0) : 0);
  }

  private motorW(): number {
    let watts = 0;
    for (const m of this.motors) {
      const main = this.volts(`${m.id}/main`) ** 2;
      const loss = RUNNING_LOSS * (m.id === this.machine.drum.motor ? 1 + DRAG_LOSS * this.drag : 1);
      watts += this.condition.atSpeed.has(m.id) ? (loss * main) / m.runningOhms : main / m.lockedOhms;
    }
    return watts;
  }

  /** Seconds to move on by: short while anything moves or is about to. */
  timeStep(): number {
    if (this.motors.some((m) => !this.condition.atSpeed.has(m.id) && this.canStart(m))) return RUN_UP_S;
    const stalled = this.motors.some((m) => !this.condition.atSpeed.has(m.id) && this.pulls(m));
    return this.moving || this.heatW() > 0 || this.breaker.warm || stalled || this.step < STEP_S ? this.step : SAMPLE_S;
  }

  private flow(): number {
    const blows = this.condition.atSpeed.size > 0;
    return airflow(this.machine, blows, this.freeArea) * (blows ? this.blows : 1);
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

  private get timed(): boolean {
    return this.clockwork.turns(this.volts);
  }

  /** Kelvin that a bias heater adds at its thermostat. */
  private biasK(bias: ThermalContact["bias"]): number {
    return bias && this.volts(bias.id) > bias.worksAboveVolts ? bias.kelvin : 0;
  }

  private firstToAct(): { id: string; opens: boolean; share: number } | undefined {
    let first: { id: string; opens: boolean; share: number } | undefined;
    for (const t of this.thermal) {
      const isOpen = this.condition.opened.has(t.id);
      const threshold = isOpen ? t.closesC : t.opensC;
      if (threshold === undefined) continue;
      const bias = this.biasK(t.bias);
      const to = real(this.next, t.node) + bias;
      if (isOpen ? to > threshold : to < threshold) continue;
      const from = real(this.x, t.node) + bias;
      const share = to === from ? 0 : (threshold - from) / (to - from);
      if (!first || share < first.share) first = { id: t.id, opens: !isOpen, share };
    }
    return first;
  }

  frame(): Frame {
    return {
      at: this.at,
      condition: {
        ...this.condition,
        elementC: real(this.x, NODE.source),
        igniterC: real(this.x, NODE.igniter),
        coilC: real(this.x, NODE.coil),
      },
      point: this.solution.point,
      boxC: real(this.x, NODE.box),
      exhaustC: exhaustC(this.machine, this.x),
      igniterC: real(this.x, NODE.igniter),
      flame: this.flame,
      heatW: this.heatW(),
      hums: this.motors.some((m) => !this.condition.atSpeed.has(m.id) && (this.stalled.get(m.id) ?? 0) >= HUM_S),
      chatters: this.chatters,
      flow: this.flow(),
      waterKg: real(this.x, NODE.water),
      code: this.boards.find((b) => b.code !== null)?.code ?? null,
      lit: this.boards.some((b) => b.lit),
      timed: this.timed,
    };
  }
}

const with_ = (set: ReadonlySet<string>, item: string): ReadonlySet<string> => new Set([...set, item]);
const without = (set: ReadonlySet<string>, item: string): ReadonlySet<string> => new Set([...set].filter((x) => x !== item));
