import { real, whole } from "../array/at";
import { factorise, solveWith } from "./lu";
import type { Component, Netlist, Resistor, Source } from "./netlist";
import { type Nets, numberNets } from "./nets";

/**
 * A network with its sources, solved in modified nodal form (Ho, Ruehli & Brennan 1975), one island at a time.
 * Each island has its own reference net: `0` where it is present, else its first net.
 */
export interface OperatingPoint {
  readonly nets: Nets;
  /** Potential of each net, by number, against the reference of its island, volts. */
  readonly potential: Float64Array;
  /** The part of the potential a quarter turn ahead; left out when all sources are in phase or opposed. */
  readonly quadrature?: Float64Array;
  /** Magnitude of the current through each source, amps. */
  readonly sourceCurrent: ReadonlyMap<string, number>;
}

/**
 * Solves for all potentials. Resistances alone turn no phase, so the parts in phase and in quadrature are two solutions
 * of one factorised system. Throws RangeError when sources contradict each other.
 */
export function operatingPoint({ components }: Netlist): OperatingPoint {
  const nets = numberNets(components);
  const size = nets.number.size;
  const turned = components.some((c) => c.kind === "source" && c.quadrature);
  const point = {
    nets,
    potential: new Float64Array(size),
    ...(turned && { quadrature: new Float64Array(size) }),
    sourceCurrent: new Map<string, number>(),
  };
  const live = new Set<number>();
  components.forEach((c, k) => {
    if (c.kind === "source") live.add(whole(nets.island, whole(nets.from, k)));
  });
  for (const root of live) solveIsland(components, root, point);
  return point;
}

/** An island without a source has no voltages, so only those with one are solved. */
function solveIsland(
  components: readonly Component[],
  root: number,
  { nets, potential, quadrature, sourceCurrent }: Omit<OperatingPoint, "sourceCurrent"> & { sourceCurrent: Map<string, number> },
): void {
  const { number, from, to, island } = nets;
  const zero = number.get("0");
  const reference = zero !== undefined && island[zero] === root ? zero : root;
  const row = new Int32Array(island.length).fill(-1);
  let unknown = 0;
  for (let i = 0; i < island.length; i++) if (island[i] === root && i !== reference) row[i] = unknown++;
  const resistors: Placed<Resistor>[] = [];
  const sources: Placed<Source>[] = [];
  for (const [k, component] of components.entries()) {
    if (island[whole(from, k)] !== root) continue;
    const ends = { i: whole(row, whole(from, k)), j: whole(row, whole(to, k)) };
    if (component.kind === "source") sources.push({ component, ...ends });
    else resistors.push({ component, ...ends });
  }
  const n = unknown + sources.length;
  const lu = factorise(equations(n, unknown, resistors, sources), n);
  const solved = (voltsOf: (source: Source) => number) => {
    const rhs = new Float64Array(n);
    sources.forEach(({ component }, s) => {
      rhs[unknown + s] = voltsOf(component);
    });
    return solveWith(lu, rhs);
  };
  const x = solved((s) => s.volts);
  const y = quadrature && solved((s) => s.quadrature ?? 0);
  for (let i = 0; i < row.length; i++) {
    const r = whole(row, i);
    if (r < 0) continue;
    potential[i] = real(x, r);
    if (quadrature && y) quadrature[i] = real(y, r);
  }
  sources.forEach(({ component }, s) => {
    sourceCurrent.set(component.id, Math.hypot(real(x, unknown + s), y?.[unknown + s] ?? 0));
  });
}

/** A component with the equations of its two ends; −1 for the reference. */
interface Placed<C> {
  readonly component: C;
  readonly i: number;
  readonly j: number;
}

/** The matrix of an island in modified nodal form, row-major: nets first, then the currents of its sources. */
function equations(n: number, unknown: number, resistors: readonly Placed<Resistor>[], sources: readonly Placed<Source>[]): Float64Array {
  const matrix = new Float64Array(n * n);
  const add = (i: number, j: number, x: number) => {
    if (i >= 0 && j >= 0) matrix[i * n + j] = real(matrix, i * n + j) + x;
  };
  for (const { component, i, j } of resistors) {
    const siemens = 1 / component.ohms;
    add(i, i, siemens);
    add(j, j, siemens);
    add(i, j, -siemens);
    add(j, i, -siemens);
  }
  sources.forEach(({ i: plus, j: minus }, s) => {
    const own = unknown + s;
    add(plus, own, 1);
    add(own, plus, 1);
    add(minus, own, -1);
    add(own, minus, -1);
  });
  return matrix;
}

/** True where anything joins the two nets. A net that is not in the network is joined to nothing. */
export function joined({ nets }: OperatingPoint, a: string, b: string): boolean {
  const [i, j] = [nets.number.get(a), nets.number.get(b)];
  return i !== undefined && j !== undefined && nets.island[i] === nets.island[j];
}

/**
 * Voltage a high-impedance meter shows from `plus` to `minus`. Between islands that nothing joins it shows
 * no steady voltage: 0. A net that is not in the network floats too. Signed while all is in phase, else the magnitude.
 */
export function voltsBetween({ nets, potential, quadrature }: OperatingPoint, plus: string, minus: string): number {
  const [i, j] = [nets.number.get(plus), nets.number.get(minus)];
  if (i === undefined || j === undefined || nets.island[i] !== nets.island[j]) return 0;
  const inPhase = real(potential, i) - real(potential, j);
  const turned = quadrature ? real(quadrature, i) - real(quadrature, j) : 0;
  return turned === 0 ? inPhase : Math.hypot(inPhase, turned);
}
