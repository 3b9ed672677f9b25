import { type Component, endsOf } from "./netlist";

/** Nets grouped by whether any component joins them: what is not connected floats, and no current can say otherwise. */
export interface Islands {
  /** Net → island number, from 0. */
  readonly of: ReadonlyMap<string, number>;
  readonly members: readonly (readonly string[])[];
}

export function findIslands(components: readonly Component[]): Islands {
  const neighbours = new Map<string, string[]>();
  const link = (from: string, to: string) => {
    const list = neighbours.get(from);
    if (list) list.push(to);
    else neighbours.set(from, [to]);
  };
  for (const component of components) {
    const [a, b] = endsOf(component);
    link(a, b);
    link(b, a);
  }
  const of = new Map<string, number>();
  const members: string[][] = [];
  for (const start of neighbours.keys()) {
    if (of.has(start)) continue;
    const island = [start];
    of.set(start, members.length);
    for (let i = 0; i < island.length; i++) {
      for (const next of neighbours.get(island[i] as string) ?? []) {
        if (of.has(next)) continue;
        of.set(next, members.length);
        island.push(next);
      }
    }
    members.push(island);
  }
  return { of, members };
}
