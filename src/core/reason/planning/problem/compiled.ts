import { item, real } from "../../../model/array/at";
import type { Problem } from "./problem";

/** A problem with panels as bit masks (prerequisites included), for the solvers. */
export interface Compiled {
  readonly problem: Problem;
  readonly prior: Float64Array;
  readonly repairCost: Float64Array;
  readonly repairPanels: readonly number[];
  readonly testCost: Float64Array;
  readonly testPanels: readonly number[];
  /** fail[test][fault] */
  readonly fail: readonly Float64Array[];
  readonly panelCost: Float64Array;
}

export function compile(problem: Problem): Compiled {
  const index = new Map(problem.panels.map((p, i) => [p.id, i]));
  const closure = (ids: readonly string[]): number =>
    ids.reduce((mask, id) => {
      const i = index.get(id) as number;
      return mask | (1 << i) | closure(item(problem.panels, i).behind);
    }, 0);
  const total = problem.faults.reduce((sum, f) => sum + f.prior, 0);
  return {
    problem,
    prior: Float64Array.from(problem.faults, (f) => f.prior / total),
    repairCost: Float64Array.from(problem.faults, (f) => f.repair.cost),
    repairPanels: problem.faults.map((f) => closure(f.repair.access)),
    testCost: Float64Array.from(problem.tests, (t) => t.cost),
    testPanels: problem.tests.map((t) => closure(t.access)),
    fail: problem.tests.map((t) => Float64Array.from(problem.faults, (f) => t.fail[f.id] ?? Number.NaN)),
    panelCost: Float64Array.from(problem.panels, (p) => p.cost),
  };
}

/** Cost of opening what `needed` asks for and `open` does not have yet. */
export function openingCost(panelCost: Float64Array, needed: number, open: number): number {
  let cost = 0;
  for (let rest = needed & ~open; rest; rest &= rest - 1) cost += real(panelCost, 31 - Math.clz32(rest & -rest));
  return cost;
}
