import { item, real, whole } from "../array/at";
import { factorise, solveWith } from "./lu";
import { islandsOf } from "./nets";

/** A resistor between two numbered nets. */
export interface Branch {
  readonly a: number;
  readonly b: number;
  readonly ohms: number;
}

/** Branches that go and branches that come; nets from `size` of the network on are new. */
interface Change<B extends Branch = Branch> {
  readonly gone: readonly B[];
  readonly come: readonly B[];
}

/** A network with the resistance between every two of its nets: `ohms[a * size + b]`, `Infinity` where nothing joins them. */
export interface Resistances<B extends Branch = Branch> {
  readonly size: number;
  readonly branches: readonly B[];
  readonly ohms: Float64Array;
}

/**
 * Below this share left of a branch's conductance, taking it away by an update would lose too many digits; then the
 * network is solved anew. At 0.01 the updates agree with fresh solutions to 1e-7 on the shipped machines.
 */
const STIFF = 0.01;

const islandsIn = (size: number, branches: readonly Branch[]): Int32Array =>
  islandsOf(
    size,
    Int32Array.from(branches, (b) => b.a),
    Int32Array.from(branches, (b) => b.b),
  );

/** Solves a network once for all pairs of its nets, island by island. */
export function resistancesOf<B extends Branch>(size: number, branches: readonly B[]): Resistances<B> {
  const ohms = new Float64Array(size * size).fill(Infinity);
  const island = islandsIn(size, branches);
  const members = new Map<number, number[]>();
  for (let i = 0; i < size; i++) {
    ohms[i * size + i] = 0;
    const list = members.get(whole(island, i));
    if (list) list.push(i);
    else members.set(whole(island, i), [i]);
  }
  for (const nets of members.values()) if (nets.length > 1) solveIsland(nets, branches, ohms, size);
  return { size, branches, ohms };
}

/** The last net is the reference: R(i, ref) = Z_ii and R(i, j) = Z_ii + Z_jj − 2·Z_ij, with Z the inverse of the reduced conductance matrix. */
function solveIsland(nets: readonly number[], branches: readonly Branch[], ohms: Float64Array, size: number): void {
  const n = nets.length - 1;
  const row = new Map(nets.map((net, i) => [net, i]));
  const matrix = new Float64Array(n * n);
  const add = (i: number, j: number, x: number) => {
    if (i < n && j < n) matrix[i * n + j] = real(matrix, i * n + j) + x;
  };
  for (const branch of branches) {
    const [i, j] = [row.get(branch.a), row.get(branch.b)];
    if (i === undefined || j === undefined || i === j) continue;
    const siemens = 1 / branch.ohms;
    add(i, i, siemens);
    add(j, j, siemens);
    add(i, j, -siemens);
    add(j, i, -siemens);
  }
  const lu = factorise(matrix, n);
  const z = Array.from({ length: n }, (_, k) => {
    const unit = new Float64Array(n);
    unit[k] = 1;
    return solveWith(lu, unit);
  });
  const at = (i: number, j: number): number => (i < n && j < n ? real(item(z, j), i) : 0);
  for (let i = 0; i <= n; i++) {
    for (let j = 0; j < i; j++) {
      const r = at(i, i) + at(j, j) - 2 * at(i, j);
      ohms[item(nets, i) * size + item(nets, j)] = r;
      ohms[item(nets, j) * size + item(nets, i)] = r;
    }
  }
}

/**
 * The network after a change, from the one before it. One branch is a rank-one update (Sherman & Morrison 1950, written
 * for effective resistances): with w the volts across the branch for 1 A from a to b, R' = R ∓ w²·g / (1 ± g·R_uv).
 * A bridge carries no current between nets on its one side, so taking it away only parts the two sides, and a branch
 * between two islands only joins them. What an update would lose digits on is solved anew.
 */
export function changed<B extends Branch>(before: Resistances<B>, { gone, come }: Change<B>): Resistances<B> {
  const size = Math.max(before.size, ...come.map((b) => Math.max(b.a, b.b) + 1));
  const after = before.branches.filter((b) => !gone.includes(b)).concat(come);
  const ohms = extended(before, size);
  let left: readonly B[] = before.branches;
  for (const branch of gone) {
    left = left.filter((b) => b !== branch);
    if (!takeAway(ohms, size, left, branch)) return resistancesOf(size, after);
  }
  for (const branch of come) put(ohms, size, branch);
  return { size, branches: after, ohms };
}

function extended({ ohms, size: old }: Resistances, size: number): Float64Array {
  if (size === old) return Float64Array.from(ohms);
  const more = new Float64Array(size * size).fill(Infinity);
  for (let i = 0; i < old; i++) more.set(ohms.subarray(i * old, (i + 1) * old), i * size);
  for (let i = old; i < size; i++) more[i * size + i] = 0;
  return more;
}

/** False when the update would lose too many digits. */
function takeAway(ohms: Float64Array, size: number, left: readonly Branch[], { a: u, b: v, ohms: r }: Branch): boolean {
  if (u === v) return true;
  const island = islandsIn(size, left);
  if (island[u] !== island[v]) {
    part(ohms, size, island, u, v);
    return true;
  }
  const share = 1 - real(ohms, u * size + v) / r;
  if (!(share > STIFF)) return false;
  update(ohms, size, u, v, 1 / (r * share));
  return true;
}

function part(ohms: Float64Array, size: number, island: Int32Array, u: number, v: number): void {
  for (let i = 0; i < size; i++) {
    if (island[i] !== island[u]) continue;
    for (let j = 0; j < size; j++) {
      if (island[j] !== island[v]) continue;
      ohms[i * size + j] = Infinity;
      ohms[j * size + i] = Infinity;
    }
  }
}

function put(ohms: Float64Array, size: number, { a: u, b: v, ohms: r }: Branch): void {
  if (u === v) return;
  const between = real(ohms, u * size + v);
  if (Number.isFinite(between)) update(ohms, size, u, v, -1 / (r + between));
  else join(ohms, size, u, v, r);
}

/** R' = R + factor·w² within the island of u and v. */
function update(ohms: Float64Array, size: number, u: number, v: number, factor: number): void {
  const half = new Float64Array(size);
  const inside: number[] = [];
  for (let i = 0; i < size; i++) {
    const toU = real(ohms, i * size + u);
    if (toU === Infinity) continue;
    inside.push(i);
    half[i] = (real(ohms, i * size + v) - toU) / 2;
  }
  for (const i of inside) {
    for (const j of inside) {
      const w = real(half, i) - real(half, j);
      ohms[i * size + j] = real(ohms, i * size + j) + factor * w * w;
    }
  }
}

function join(ohms: Float64Array, size: number, u: number, v: number, r: number): void {
  const side = (net: number) => Array.from({ length: size }, (_, i) => i).filter((i) => ohms[i * size + net] !== Infinity);
  const [us, vs] = [side(u), side(v)];
  for (const i of us) {
    for (const j of vs) {
      const through = real(ohms, i * size + u) + r + real(ohms, v * size + j);
      ohms[i * size + j] = through;
      ohms[j * size + i] = through;
    }
  }
}

/** Volts across (u, v) for 1 A from a to b: half of R(a,v) + R(b,u) − R(a,u) − R(b,v). All four in one island. */
export function transferOhms({ ohms, size }: Resistances, a: number, b: number, u: number, v: number): number {
  const r = (i: number, j: number) => real(ohms, i * size + j);
  return (r(a, v) + r(b, u) - r(a, u) - r(b, v)) / 2;
}
