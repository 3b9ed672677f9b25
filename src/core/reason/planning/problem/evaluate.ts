import { item, real } from "../../../model/array/at";
import { compile, openingCost } from "./compiled";
import type { Policy, Problem } from "./problem";

/** Expected total cost of a given policy, computed from the problem alone: what a policy is checked with. Throws RangeError when a fault is never repaired. */
export function expectedCost(problem: Problem, policy: Policy): number {
  const c = compile(problem);
  const fault = new Map(problem.faults.map((f, i) => [f.id, i]));
  const test = new Map(problem.tests.map((t, i) => [t.id, i]));

  function cost(node: Policy | null, weights: Float64Array, open: number): number {
    const mass = weights.reduce((sum, w) => sum + w, 0);
    if (mass <= 0) return 0;
    if (node === null) throw new RangeError(`the policy ends while a fault of probability ${mass} is unrepaired`);
    if ("repair" in node) {
      const f = fault.get(node.repair) as number;
      const needed = item(c.repairPanels, f);
      const after = weights.map((w, i) => (i === f ? 0 : w));
      const here = mass * (real(c.repairCost, f) + openingCost(c.panelCost, needed, open));
      return here + cost(node.otherwise, after, open | needed);
    }
    const t = test.get(node.test) as number;
    const needed = item(c.testPanels, t);
    const p = item(c.fail, t);
    return (
      mass * (real(c.testCost, t) + openingCost(c.panelCost, needed, open)) +
      cost(
        node.fail,
        weights.map((w, i) => w * real(p, i)),
        open | needed,
      ) +
      cost(
        node.pass,
        weights.map((w, i) => w * (1 - real(p, i))),
        open | needed,
      )
    );
  }
  return cost(policy, c.prior, 0);
}
