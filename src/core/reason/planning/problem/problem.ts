import { z } from "zod";
import { item, real } from "../../../model/array/at";

const access = z.array(z.string());

/**
 * The abstract troubleshooting problem: exactly one fault is present. A test fails with P(fail | fault), independently
 * given the fault, and can be done once. A repair shows at once whether it was the one. Panels stay open. Costs add up.
 */
export const problemSchema = z
  .object({
    format: z.literal("troubleshooting-problem/1"),
    faults: z
      .array(
        z.object({
          id: z.string(),
          prior: z.number().positive(),
          repair: z.object({ cost: z.number().nonnegative(), access }),
        }),
      )
      .min(1)
      .max(30),
    tests: z.array(
      z.object({ id: z.string(), cost: z.number().nonnegative(), access, fail: z.record(z.string(), z.number().min(0).max(1)) }),
    ),
    panels: z.array(z.object({ id: z.string(), cost: z.number().nonnegative(), behind: access })).max(30),
  })
  .superRefine((problem, context) => {
    const panels = new Set(problem.panels.map((p) => p.id));
    const refuse = (path: (string | number)[], message: string) => context.addIssue({ code: "custom", path, message });
    const checkAccess = (list: string[], path: (string | number)[]) => {
      for (const id of list) if (!panels.has(id)) refuse(path, `names the panel “${id}”, which is not in panels`);
    };
    for (const [i, f] of problem.faults.entries()) checkAccess(f.repair.access, ["faults", i, "repair", "access"]);
    for (const [i, p] of problem.panels.entries()) checkAccess(p.behind, ["panels", i, "behind"]);
    problem.tests.forEach((t, i) => {
      checkAccess(t.access, ["tests", i, "access"]);
      for (const f of problem.faults) {
        if (t.fail[f.id] === undefined) refuse(["tests", i, "fail"], `has no P(fail) for “${f.id}”`);
      }
    });
    if (hasPanelCycle(problem.panels)) refuse(["panels"], "lie behind one another in a circle");
  });

export type Problem = z.infer<typeof problemSchema>;

function hasPanelCycle(panels: readonly { id: string; behind: readonly string[] }[]): boolean {
  const behind = new Map(panels.map((p) => [p.id, p.behind]));
  const done = new Set<string>();
  const visit = (id: string, path: readonly string[]): boolean => {
    if (path.includes(id)) return true;
    if (done.has(id)) return false;
    done.add(id);
    return (behind.get(id) ?? []).some((next) => visit(next, [...path, id]));
  };
  return panels.some((p) => visit(p.id, []));
}

/** Holds what to do, and what to do after each outcome. `otherwise` is null when no other fault is left. */
export type Policy =
  | { readonly test: string; readonly pass: Policy; readonly fail: Policy }
  | { readonly repair: string; readonly otherwise: Policy | null };

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
