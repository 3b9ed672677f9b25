import { findIslands, type Islands } from "./islands";
import { factorise, solveWith } from "./lu";
import type { Netlist, Resistor, Source } from "./netlist";

/**
 * A network with its sources, solved in modified nodal form (Ho, Ruehli & Brennan 1975), one island at a time.
 * Each island has its own reference net: `0` where it is present, else its first net.
 */
export interface OperatingPoint {
  readonly islands: Islands;
  /** Potential of a net against the reference of its island, volts. */
  readonly potential: ReadonlyMap<string, number>;
  /** The part of the potential a quarter turn ahead; empty when all sources are in phase or opposed. */
  readonly quadrature: ReadonlyMap<string, number>;
  /** Magnitude of the current through each source, amps. */
  readonly sourceCurrent: ReadonlyMap<string, number>;
}

/**
 * Solves for all potentials. Resistances alone turn no phase, so the parts in phase and in quadrature are two solutions
 * of one factorised system. Throws RangeError when sources contradict each other.
 */
export function operatingPoint(netlist: Netlist): OperatingPoint {
  const islands = findIslands(netlist.components);
  const point = {
    islands,
    potential: new Map<string, number>(),
    quadrature: new Map<string, number>(),
    sourceCurrent: new Map<string, number>(),
  };
  islands.members.forEach((nets, number) => {
    const inside = netlist.components.filter((c) => islands.of.get(c.kind === "resistor" ? c.a : c.plus) === number);
    solveIsland(nets, inside.filter(isResistor), inside.filter(isSource), point);
  });
  return point;
}

const isResistor = (c: { kind: string }): c is Resistor => c.kind === "resistor";
const isSource = (c: { kind: string }): c is Source => c.kind === "source";

function solveIsland(
  nets: readonly string[],
  resistors: readonly Resistor[],
  sources: readonly Source[],
  {
    potential,
    quadrature,
    sourceCurrent,
  }: { potential: Map<string, number>; quadrature: Map<string, number>; sourceCurrent: Map<string, number> },
): void {
  const reference = nets.includes("0") ? "0" : (nets[0] as string);
  potential.set(reference, 0);
  if (sources.length === 0) {
    for (const net of nets) potential.set(net, 0);
    return;
  }
  const unknown = nets.filter((net) => net !== reference);
  const row = new Map(unknown.map((net, i) => [net, i]));
  const n = unknown.length + sources.length;
  const matrix = new Float64Array(n * n);
  const rhs = new Float64Array(n);
  for (const r of resistors) stamp(matrix, n, row.get(r.a), row.get(r.b), 1 / r.ohms);
  sources.forEach((source, k) => {
    const i = unknown.length + k;
    const [plus, minus] = [row.get(source.plus), row.get(source.minus)];
    if (plus !== undefined) matrix[plus * n + i] = matrix[i * n + plus] = 1;
    if (minus !== undefined) matrix[minus * n + i] = matrix[i * n + minus] = -1;
    rhs[i] = source.volts;
  });
  const lu = factorise(matrix, n);
  const x = solveWith(lu, rhs);
  const turned = sources.some((s) => s.quadrature) ? Float64Array.from(rhs) : undefined;
  sources.forEach((source, k) => {
    if (turned) turned[unknown.length + k] = source.quadrature ?? 0;
  });
  const y = turned && solveWith(lu, turned);
  for (const [net, i] of row) {
    potential.set(net, x[i] as number);
    if (y) quadrature.set(net, y[i] as number);
  }
  sources.forEach((source, k) => {
    const i = unknown.length + k;
    sourceCurrent.set(source.id, Math.hypot(x[i] as number, y?.[i] ?? 0));
  });
}

function stamp(matrix: Float64Array, n: number, a: number | undefined, b: number | undefined, siemens: number): void {
  if (a !== undefined) matrix[a * n + a] = (matrix[a * n + a] as number) + siemens;
  if (b !== undefined) matrix[b * n + b] = (matrix[b * n + b] as number) + siemens;
  if (a !== undefined && b !== undefined) {
    matrix[a * n + b] = (matrix[a * n + b] as number) - siemens;
    matrix[b * n + a] = (matrix[b * n + a] as number) - siemens;
  }
}

/**
 * Voltage a high-impedance meter shows from `plus` to `minus`. Between islands that nothing joins it shows
 * no steady voltage: 0. A net that is not in the network floats too. Signed while all is in phase, else the magnitude.
 */
export function voltsBetween(point: OperatingPoint, plus: string, minus: string): number {
  const island = point.islands.of.get(plus);
  if (island === undefined || island !== point.islands.of.get(minus)) return 0;
  const inPhase = (point.potential.get(plus) as number) - (point.potential.get(minus) as number);
  const turned = (point.quadrature.get(plus) ?? 0) - (point.quadrature.get(minus) ?? 0);
  return turned === 0 ? inPhase : Math.hypot(inPhase, turned);
}
