import { item, whole } from "../array/at";
import { type Component, endsOf } from "./netlist";

/** Components with their nets as numbers, and the nets grouped by whether any component joins them: what is not connected floats. */
export interface Nets {
  /** Net name → number, from 0. */
  readonly number: ReadonlyMap<string, number>;
  /** Ends of each component, as net numbers. */
  readonly from: Int32Array;
  readonly to: Int32Array;
  /** Island of each net, named by one of its nets. */
  readonly island: Int32Array;
}

export function numberNets(components: readonly Component[]): Nets {
  const number = new Map<string, number>();
  const numberOf = (net: string): number => {
    let n = number.get(net);
    if (n === undefined) {
      n = number.size;
      number.set(net, n);
    }
    return n;
  };
  const from = new Int32Array(components.length);
  const to = new Int32Array(components.length);
  for (let k = 0; k < components.length; k++) {
    const [a, b] = endsOf(item(components, k));
    from[k] = numberOf(a);
    to[k] = numberOf(b);
  }
  return { number, from, to, island: islandsOf(number.size, from, to) };
}

/** Union–find with path halving over the given branches; every net ends with the root of its island. */
export function islandsOf(nets: number, from: Int32Array, to: Int32Array): Int32Array {
  const parent = Int32Array.from({ length: nets }, (_, i) => i);
  const find = (i: number): number => {
    while (parent[i] !== i) {
      parent[i] = whole(parent, whole(parent, i));
      i = whole(parent, i);
    }
    return i;
  };
  for (let k = 0; k < from.length; k++) parent[find(whole(from, k))] = find(whole(to, k));
  for (let i = 0; i < nets; i++) parent[i] = find(i);
  return parent;
}
