import { item, real } from "../../../model/array/at";
import type { Policy, Problem } from "./problem";
import { type Compiled, compile, openingCost } from "./problem";

interface ExactSolution {
  /** Expected total cost of `policy`, in the problem's unit of cost. */
  readonly cost: number;
  readonly policy: Policy;
  readonly states: number;
}

/** Largest number of belief states that {@link solveExactly} may be asked to visit. */
export const EXACT_LIMIT = 3_000_000;

/** An upper bound of the belief states: each test undone/passed/failed, each fault ruled out or not, each panel set. */
export const stateBound = (problem: Problem): number => 3 ** problem.tests.length * 2 ** problem.faults.length * 2 ** problem.panels.length;

/**
 * Least expected cost by memoised recursion over belief states. The belief is fixed by the outcomes seen and the faults
 * ruled out by failed repairs, so these two and the open panels are the whole state. `v` is cost × probability of the
 * state, which spares the normalisation (Heckerman, Breese & Rommelse 1995 state the problem).
 */
export function solveExactly(problem: Problem): ExactSolution {
  const c = compile(problem);
  const memo = new Map<number, { value: number; action: number }>();
  const all = (1 << c.prior.length) - 1;
  const tests = c.fail.length;
  const panels = 2 ** c.panelCost.length;
  const key = (outcomes: number, left: number, open: number) => (outcomes * (all + 1) + left) * panels + open;

  function visit(weights: Float64Array, outcomes: number, left: number, open: number): number {
    if (left === 0) return 0;
    const k = key(outcomes, left, open);
    const known = memo.get(k);
    if (known) return known.value;
    const mass = massOf(weights, left);
    let best = { value: Infinity, action: 0 };
    for (let f = 0; f < c.prior.length; f++) {
      if (!(left & (1 << f))) continue;
      const needed = item(c.repairPanels, f);
      const now = mass * (real(c.repairCost, f) + openingCost(c.panelCost, needed, open));
      if (now >= best.value) continue;
      const value = now + visit(weights, outcomes, left & ~(1 << f), open | needed);
      if (value < best.value) best = { value, action: ~f };
    }
    for (let t = 0; t < tests; t++) {
      const place = 3 ** t;
      if (Math.floor(outcomes / place) % 3 !== 0) continue;
      const needed = item(c.testPanels, t);
      const now = mass * (real(c.testCost, t) + openingCost(c.panelCost, needed, open));
      if (now >= best.value) continue;
      const { pass, fail } = split(c, weights, t);
      let value = now + visit(pass, outcomes + place, left, open | needed);
      if (value < best.value) value += visit(fail, outcomes + 2 * place, left, open | needed);
      if (value < best.value) best = { value, action: t };
    }
    memo.set(k, best);
    return best.value;
  }

  function extract(outcomes: number, left: number, open: number): Policy {
    const { action } = memo.get(key(outcomes, left, open)) as { action: number };
    if (action < 0) {
      const f = ~action;
      const rest = left & ~(1 << f);
      return {
        repair: item(problem.faults, f).id,
        otherwise: rest ? extract(outcomes, rest, open | item(c.repairPanels, f)) : null,
      };
    }
    const after = open | item(c.testPanels, action);
    return {
      test: item(problem.tests, action).id,
      pass: extract(outcomes + 3 ** action, left, after),
      fail: extract(outcomes + 2 * 3 ** action, left, after),
    };
  }

  const cost = visit(c.prior, 0, all, 0);
  return { cost, policy: extract(0, all, 0), states: memo.size };
}

function massOf(weights: Float64Array, left: number): number {
  let mass = 0;
  for (let f = 0; f < weights.length; f++) if (left & (1 << f)) mass += real(weights, f);
  return mass;
}

function split(c: Compiled, weights: Float64Array, test: number): { pass: Float64Array; fail: Float64Array } {
  const p = item(c.fail, test);
  const fail = weights.map((w, f) => w * real(p, f));
  return { fail, pass: weights.map((w, f) => w - real(fail, f)) };
}
