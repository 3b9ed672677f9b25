import { item, real } from "../array/at";
import { type Branch, changed, type Resistances, resistancesOf, transferOhms } from "../circuit/resistances";
import { type Fault, FaultSet, faultsId } from "../machine/fault";
import type { Machine } from "../machine/format";
import { type DeadMachine, deadMachine, probeNode } from "../machine/network";
import { controlOf } from "../machine/parts/index";
import { deadCondition } from "../machine/run/at-rest";
import type { ControlPositions } from "../machine/run/condition";
import { severitySpread } from "../machine/severity";
import { readTerminal, type Wiring, type WiringEdit, wiringOf, wiringUnder } from "../machine/wiring";
import { foreseen, OPEN, type Prediction, type ValuePrediction } from "./prediction";

/** 1 σ of one good contact's own resistance, Ω. */
const CONTACT_SIGMA = 0.08;
/** 1 σ of a poor joint, as a share: it reads otherwise at each touch, and stands for all between it and the next worse. */
const POOR_SPREAD = 0.6;
/** Below this a current or a difference of potential for 1 A is rounding. */
const ROUNDING = 1e-9;

/** A part that carries less of a meter's current than this is not on its path. */
const LEAST_SHARE = 0.02;

interface NamedBranch extends Branch {
  readonly part: string;
  /** 1 σ of its resistance, Ω. */
  readonly sigma: number;
}

/** Holds what one fault does to the network. Faults that do the same have the same number; 0 is nothing. */
interface Difference {
  readonly number: number;
  readonly gone: readonly NamedBranch[];
  readonly come: readonly NamedBranch[];
}

interface Variant extends Resistances<NamedBranch> {
  /** By the number of the difference that is taken in next. */
  readonly next: Variant[];
  readonly read: Map<number, Prediction>;
}

const NO_DIFFERENCE: Difference = { number: 0, gone: [], come: [] };
const NOTHING_BETWEEN = foreseen(0, 0);

/**
 * Ohms anywhere on a cold machine with the cord out, in one state of its controls and wires, under any faults. The healthy
 * network is solved once for all pairs of nets; each suspect changes a branch or two of it, and only where that
 * moves the reading.
 */
export class DeadReadings {
  private readonly dead: DeadMachine;
  private readonly wiring: Wiring;
  private readonly number = new Map<string, number>();
  /** Nets that nothing is joined to: two probes on one of them read no ohms. */
  private readonly floating = new Map<string, number>();
  private readonly healthy: Variant;
  private readonly branchOf = new Map<string, NamedBranch>();
  private readonly byList = new WeakMap<readonly (readonly Fault[])[], readonly (readonly Difference[])[]>();
  private readonly byFaults = new WeakMap<readonly Fault[], readonly Difference[]>();
  private readonly differences = new Map<string, Difference>();
  private readonly numbers = new Map<string, number>();

  constructor(
    private readonly machine: Machine,
    controls: ControlPositions,
    private readonly edits: readonly WiringEdit[],
    private readonly tolerance: ReadonlyMap<string, number>,
  ) {
    this.wiring = wiringOf(machine, edits);
    this.dead = deadMachine(machine, deadCondition(machine, controls), edits);
    const branches = this.dead.healthy.flatMap((c) => this.branch(c));
    this.healthy = { ...resistancesOf(this.number.size, branches), next: [], read: new Map() };
  }

  /** `spread`: 1 σ as a share, of what is at fault and may be anything about its severity. */
  private branch(c: DeadMachine["healthy"][number], spread = 0): NamedBranch[] {
    if (c.kind !== "resistor") return [];
    const key = `${c.id}|${c.a}|${c.b}|${c.ohms}|${spread}`;
    let known = this.branchOf.get(key);
    if (!known) {
      const slash = c.id.indexOf("/");
      const part = slash < 0 ? c.id : c.id.slice(0, slash);
      const share = c.id.includes("/joint") ? POOR_SPREAD : this.tolerance.get(part);
      const sigma = Math.max(share === undefined ? CONTACT_SIGMA : share * c.ohms, spread * c.ohms);
      known = { a: this.netNumber(c.a), b: this.netNumber(c.b), ohms: c.ohms, part, sigma };
      this.branchOf.set(key, known);
    }
    return [known];
  }

  private netNumber(net: string): number {
    let n = this.number.get(net);
    if (n === undefined) {
      n = this.number.size;
      this.number.set(net, n);
    }
    return n;
  }

  /**
   * Ω between two points with its spread from the parts' tolerances, to be asked of many suspects. Faults come as the
   * arrays of the hypotheses, which stay the same, so what they change is looked up by the array itself.
   */
  reader(between: readonly [string, string]): (faults: readonly Fault[]) => Prediction {
    const at = this.at(between);
    return (faults) => at(faults, this.differencesOf(faults));
  }

  /** The same for a whole list, which is looked up by itself: the faster way where all hypotheses are asked. */
  readAll(list: readonly (readonly Fault[])[], between: readonly [string, string]): Prediction[] {
    const at = this.at(between);
    let differences = this.byList.get(list);
    if (!differences) {
      differences = list.map((faults) => this.differencesOf(faults));
      this.byList.set(list, differences);
    }
    const read = new Array<Prediction>(list.length);
    for (let i = 0; i < read.length; i++) read[i] = at(item(list, i), item(differences, i));
    return read;
  }

  /** A place of the probes, readied: what the machine reads there with these faults, which change it so. */
  private at([p, q]: readonly [string, string]): (faults: readonly Fault[], differences: readonly Difference[]) => Prediction {
    if (p === q) return () => NOTHING_BETWEEN;
    const plain = isNet(p) && isNet(q);
    const [a, b] = [this.node(p, NONE), this.node(q, NONE)];
    const near = this.nearIsolated(p, q);
    const healthy = this.read(this.healthy, a, b);
    /** By the number of a difference: whether it moves this reading by itself. */
    const effect: boolean[] = [];
    const movesIt = (d: Difference): boolean => {
      let known = effect[d.number];
      if (known === undefined) {
        known = moves(this.healthy, d, a, b);
        effect[d.number] = known;
      }
      return known;
    };
    return (faults, differences) => {
      if (differences.length === 0 && plain) return healthy;
      if (near && !touchesAny(faults, near)) return healthy;
      const first = differences[0];
      const second = differences[1];
      if (!plain) {
        const set = new FaultSet(faults);
        return this.readThrough(differences, this.node(p, set), this.node(q, set));
      }
      if (first === undefined) return healthy;
      if (second === undefined) return movesIt(first) ? this.read(this.with(this.healthy, first), a, b) : healthy;
      if (differences.length > 2 || (first.come.length > 0 && second.come.length > 0)) return this.readThrough(differences, a, b);
      const moved = movesIt(first);
      if (!moved && !movesIt(second)) return healthy;
      const other = moved ? second : first;
      const variant = this.with(this.healthy, moved ? first : second);
      return this.read(moves(variant, other, a, b) ? this.with(variant, other) : variant, a, b);
    };
  }

  /** Takes in, one after the other, the differences that move the reading. Two that bring branches may move it only together: they are all taken in. */
  private readThrough(differences: readonly Difference[], a: number, b: number): Prediction {
    const come = differences.filter((d) => d.come.length > 0);
    const together = come.length > 1 ? come : [];
    let variant = together.reduce((v, d) => this.with(v, d), this.healthy);
    let rest = differences.filter((d) => !together.includes(d));
    while (rest.length > 0) {
      const at = variant;
      const d = rest.find((x) => moves(at, x, a, b));
      if (!d) break;
      // Whatever did not matter before may matter now: the rest is looked at again.
      rest = rest.filter((x) => x !== d);
      variant = this.with(variant, d);
    }
    return this.read(variant, a, b);
  }

  /** Share of the meter's current that each part carries between two points, in the order in which it passes them; empty for OL. */
  path(faults: readonly Fault[], [p, q]: readonly [string, string]): { readonly part: string; readonly share: number }[] {
    let variant = this.healthy;
    for (const d of this.differencesOf(faults)) variant = this.with(variant, d);
    const set = new FaultSet(faults);
    const [a, b] = [this.node(p, set), this.node(q, set)];
    if (!isJoined(variant.size, a) || !isJoined(variant.size, b)) return [];
    const { size, ohms } = variant;
    const total = real(ohms, a * size + b);
    if (total === Infinity) return [];
    const passed = new Map<string, { share: number; at: number }>();
    for (const branch of variant.branches) {
      if (ohms[branch.a * size + a] === Infinity) continue;
      const share = Math.abs(transferOhms(variant, a, b, branch.a, branch.b) / branch.ohms);
      if (share < LEAST_SHARE) continue;
      // Volts below the first probe: how far along the way the branch lies.
      const at = [branch.a, branch.b].reduce((sum, n) => sum + (real(ohms, n * size + a) + total - real(ohms, n * size + b)) / 2, 0);
      const known = passed.get(branch.part);
      if (!known || share > known.share) passed.set(branch.part, { share, at });
    }
    return [...passed].sort(([, x], [, y]) => x.at - y.at).map(([part, { share }]) => ({ part, share }));
  }

  /** For a part whose wires are off, measured by itself or to the cabinet: the parts whose faults can show there. */
  private nearIsolated(p: string, q: string): ReadonlySet<string> | undefined {
    const [part, other] = [readTerminal(p)?.part, readTerminal(q)?.part];
    if (part === undefined || !this.wiring.isOff(part) || (other !== part && q !== this.machine.cabinet)) return undefined;
    const led = this.machine.parts.find((x) => x.id === part);
    const control = led && controlOf(led)?.control;
    return new Set([part, ...this.machine.parts.filter((x) => x.moves.some((m) => m.control === control)).map((x) => x.id)]);
  }

  /**
   * The net that a probe is on; below zero where nothing is joined to it. A terminal that only a fault of its part parts from its net is numbered
   * when that fault's difference is first made.
   */
  private node(point: string, faults: FaultSet): number {
    const wiring = isNet(point) || faults.faults.length === 0 ? this.wiring : wiringUnder(this.machine, faults, this.edits);
    const net = isNet(point) ? point : probeNode(this.machine, point, wiring);
    const known = this.number.get(net) ?? this.floating.get(net);
    if (known !== undefined) return known;
    this.floating.set(net, -1 - this.floating.size);
    return -this.floating.size;
  }

  private with(variant: Variant, difference: Difference): Variant {
    let next = variant.next[difference.number];
    if (!next) {
      next = { ...changed<NamedBranch>(variant, difference), next: [], read: new Map() };
      variant.next[difference.number] = next;
    }
    return next;
  }

  /** Gives what the faults change; nothing for those that an ohm-meter can't tell. One difference a fault; one for all together where a fault moves a part that another one touches. */
  private differencesOf(faults: readonly Fault[]): readonly Difference[] {
    let known = this.byFaults.get(faults);
    if (!known) {
      known = this.compared(faults).filter((d) => d !== NO_DIFFERENCE);
      this.byFaults.set(faults, known);
    }
    return known;
  }

  private compared(faults: readonly Fault[]): readonly Difference[] {
    if (faults.length < 2) return faults.length === 0 ? [] : [this.differenceOf(faults)];
    const touched = faults.map((f) => this.touches(f));
    const apart = touched.every((t, i) => touched.every((u, j) => i === j || !t.some((x) => u.includes(x))));
    return apart ? faults.map((f) => this.differenceOf([f])) : [this.differenceOf(faults)];
  }

  private touches(fault: Fault): readonly string[] {
    const part = this.machine.parts.find((p) => p.id === fault.part);
    const moved = part?.moves.filter((m) => m.mode === fault.mode).map((m) => m.control) ?? [];
    if (moved.length === 0) return [fault.part];
    const led = this.machine.parts.filter((p) => moved.includes(controlOf(p)?.control ?? ""));
    return [fault.part, ...led.map((p) => p.id)];
  }

  private differenceOf(faults: readonly Fault[]): Difference {
    const key = faultsId(faults);
    let known = this.differences.get(key);
    if (!known) {
      const change = this.dead.change(new FaultSet(faults));
      const gone = change.gone.flatMap((c) => this.branch(c));
      const come = change.come.flatMap((c) => this.branch(c, spreadOfFaults(this.machine, faults)));
      known = gone.length + come.length === 0 ? NO_DIFFERENCE : { number: this.numberOf(gone, come), gone, come };
      this.differences.set(key, known);
    }
    return known;
  }

  private numberOf(gone: readonly NamedBranch[], come: readonly NamedBranch[]): number {
    const say = (b: NamedBranch) => `${b.part}:${b.a},${b.b},${b.ohms},${b.sigma}`;
    const key = `${gone.map(say).join()}>${come.map(say).join()}`;
    const n = this.numbers.get(key) ?? this.numbers.size + 1;
    this.numbers.set(key, n);
    return n;
  }

  private read(variant: Variant, a: number, b: number): Prediction {
    const key = a < b ? a * 4096 + b : b * 4096 + a;
    let known = variant.read.get(key);
    if (!known) {
      known = this.work(variant, a, b);
      variant.read.set(key, known);
    }
    return known;
  }

  private work(variant: Variant, a: number, b: number): Prediction {
    if (a === b) return NOTHING_BETWEEN;
    const { size, ohms } = variant;
    const mean = isJoined(size, a) && isJoined(size, b) ? real(ohms, a * size + b) : Infinity;
    return mean === Infinity ? OPEN : new Read(mean, variant, a, b);
  }
}

/** A finite reading; its spread takes a pass over all branches, so it is worked out when it is asked for. */
class Read implements ValuePrediction {
  readonly is = "value";
  readonly floating = false;
  private spread: number | undefined;

  constructor(
    readonly mean: number,
    private readonly variant: Variant,
    private readonly a: number,
    private readonly b: number,
  ) {}

  get sigma(): number {
    this.spread ??= spreadOf(this.variant, this.a, this.b);
    return this.spread;
  }
}

/**
 * 1 σ of a resistance. With 1 A driven through the points, branch k carries i_k and ∂R/∂R_k = i_k² (Tellegen's theorem;
 * Director & Rohrer 1969).
 */
function spreadOf(variant: Variant, a: number, b: number): number {
  const { size, ohms } = variant;
  let variance = 0;
  for (const branch of variant.branches) {
    if (ohms[branch.a * size + a] === Infinity) continue;
    const i = transferOhms(variant, a, b, branch.a, branch.b) / branch.ohms;
    if (Math.abs(i) > ROUNDING) variance += (i * i * branch.sigma) ** 2;
  }
  return Math.sqrt(variance);
}

function touchesAny(faults: readonly Fault[], parts: ReadonlySet<string>): boolean {
  for (const f of faults) if (parts.has(f.part)) return true;
  return false;
}

/** A severity stands for all about it: 1 σ of what it brings, as a share. */
function spreadOfFaults(machine: Machine, faults: readonly Fault[]): number {
  return faults.reduce((most, f) => Math.max(most, severitySpread(machine, f)), 0);
}

const NONE = new FaultSet([]);
/** Nets are named in capitals, a part's terminals (`element.1`) are not. */
/** True where a net is in the network of so many. */
const isJoined = (size: number, net: number): boolean => net >= 0 && net < size;

const isNet = (point: string): boolean => point.charCodeAt(0) >= 65 && point.charCodeAt(0) <= 90;

/**
 * True where a difference can move the reading of a pair; true when in doubt. A branch that goes without carrying
 * current, and branches that come between points of one potential (what floats takes that potential too), leave every
 * current as it is: exact, by substitution.
 */
function moves(variant: Variant, { gone, come }: Difference, a: number, b: number): boolean {
  const { size, ohms } = variant;
  if (!isJoined(size, a) || !isJoined(size, b) || ohms[a * size + b] === Infinity) return come.length > 0;
  for (const c of gone) {
    if (ohms[c.a * size + a] === Infinity) continue;
    if (Math.abs(transferOhms(variant, a, b, c.a, c.b)) > ROUNDING * c.ohms) return true;
  }
  let first: number | undefined;
  for (const c of come) {
    for (const net of [c.a, c.b]) {
      if (net >= size || ohms[net * size + a] === Infinity) continue;
      const potential = real(ohms, net * size + b) - real(ohms, net * size + a);
      first ??= potential;
      if (Math.abs(potential - first) > ROUNDING) return true;
    }
  }
  return false;
}
