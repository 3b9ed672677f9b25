import { item, real, whole } from "../array/at";
import { factorise, type Lu, solveWith } from "./lu";
import type { Component, Resistor } from "./netlist";
import { type Nets, numberNets } from "./nets";

/**
 * The network as an ohm-meter sees it, with its sources lifted out: nets numbered, grouped into islands, each island
 * factorised when it is first asked for.
 */
interface OhmNetwork extends Nets {
  readonly resistors: readonly Resistor[];
  /** Row of each net in its island's matrix; −1 for the reference. */
  readonly row: Int32Array;
  readonly factors: Map<number, Lu>;
}

export function ohmNetwork(components: readonly Component[]): OhmNetwork {
  const resistors = components.filter((c) => c.kind === "resistor");
  const nets = numberNets(resistors);
  const { island } = nets;
  const row = new Int32Array(island.length).fill(-1);
  const sizes = new Int32Array(island.length);
  for (let i = 0; i < row.length; i++) {
    const root = whole(island, i);
    if (root === i) continue;
    row[i] = whole(sizes, root);
    sizes[root] = whole(sizes, root) + 1;
  }
  return { ...nets, resistors, row, factors: new Map() };
}

function factorOf(network: OhmNetwork, root: number): Lu {
  const known = network.factors.get(root);
  if (known) return known;
  const { island, row, from, to, resistors } = network;
  let size = 0;
  for (let i = 0; i < island.length; i++) if (island[i] === root && row[i] !== -1) size++;
  const matrix = new Float64Array(size * size);
  const put = (r: number, c: number, siemens: number) => {
    if (r >= 0 && c >= 0) matrix[r * size + c] = real(matrix, r * size + c) + siemens;
  };
  for (let k = 0; k < resistors.length; k++) {
    const a = whole(from, k);
    if (island[a] !== root) continue;
    const [i, j] = [whole(row, a), whole(row, whole(to, k))];
    const siemens = 1 / item(resistors, k).ohms;
    put(i, i, siemens);
    put(j, j, siemens);
    put(i, j, -siemens);
    put(j, i, -siemens);
  }
  const lu = factorise(matrix, size);
  network.factors.set(root, lu);
  return lu;
}

/**
 * Potentials of all nets by number, for 1 A driven in at `plus` and out at `minus` (so volts are ohms); 0 outside their island.
 * `undefined` when no path joins the two.
 */
function unitCurrentPotentials(network: OhmNetwork, plus: string, minus: string): Float64Array | undefined {
  const [a, b] = [network.number.get(plus), network.number.get(minus)];
  if (a === undefined || b === undefined || network.island[a] !== network.island[b]) return undefined;
  const root = whole(network.island, a);
  const lu = factorOf(network, root);
  const rhs = new Float64Array(lu.n);
  const [i, j] = [whole(network.row, a), whole(network.row, b)];
  if (i >= 0) rhs[i] = 1;
  if (j >= 0) rhs[j] = real(rhs, j) - 1;
  const x = solveWith(lu, rhs);
  const potentials = new Float64Array(network.row.length);
  for (let n = 0; n < potentials.length; n++) {
    const r = whole(network.row, n);
    if (r >= 0 && network.island[n] === root) potentials[n] = real(x, r);
  }
  return potentials;
}

/** Resistance between two nets, ohms; `Infinity` (OL) when nothing joins them. A net against itself is 0. */
export function ohmsBetween(network: OhmNetwork, plus: string, minus: string): number {
  if (plus === minus) return 0;
  const v = unitCurrentPotentials(network, plus, minus);
  return v ? real(v, network.number.get(plus) as number) - real(v, network.number.get(minus) as number) : Infinity;
}
