import { item, real } from "../../../model/array/at";
import type { Policy, Problem } from "./problem";
import { type Compiled, compile, openingCost } from "./problem";

export interface LookaheadOptions {
  /** Actions looked through before the rest is estimated; 1 is greedy. */
  readonly depth: number;
  /** Actions kept at each step for the deeper look. */
  readonly shortlist: number;
}

export const DEFAULT_LOOKAHEAD: LookaheadOptions = { depth: 3, shortlist: 5 };

/** A belief on the way: weights are P(fault and what was seen), so costs come out weighted by the probability of getting here. */
interface State {
  readonly weights: Float64Array;
  readonly tested: number;
  readonly open: number;
}

interface Step {
  /** Test number, or ~fault for a repair. */
  readonly action: number;
  readonly cost: number;
  readonly next: readonly State[];
}

/**
 * A policy for problems too large to solve: at each step it looks `depth` actions ahead over a shortlist and estimates
 * what is left by repairs alone in the order of probability per cost, each step taking one more test where that pays.
 */
export function planByLookahead(problem: Problem, options: LookaheadOptions = DEFAULT_LOOKAHEAD): Policy {
  const c = compile(problem);
  const extract = (state: State): Policy | null => {
    const step = bestStep(c, state, options, options.depth);
    if (!step) return null;
    if (step.action < 0) return { repair: item(problem.faults, ~step.action).id, otherwise: extract(item(step.next, 0)) };
    const [pass, fail] = step.next as [State, State];
    return { test: item(problem.tests, step.action).id, pass: extract(pass) as Policy, fail: extract(fail) as Policy };
  };
  return extract({ weights: c.prior, tested: 0, open: 0 }) as Policy;
}

const massOf = (weights: Float64Array): number => {
  let sum = 0;
  for (let i = 0; i < weights.length; i++) sum += real(weights, i);
  return sum;
};

function stepsFrom(c: Compiled, state: State): Step[] {
  const mass = massOf(state.weights);
  const steps: Step[] = [];
  for (let f = 0; f < state.weights.length; f++) {
    if (!(real(state.weights, f) > 0)) continue;
    const needed = item(c.repairPanels, f);
    const weights = state.weights.map((w, i) => (i === f ? 0 : w));
    steps.push({
      action: ~f,
      cost: mass * (real(c.repairCost, f) + openingCost(c.panelCost, needed, state.open)),
      next: [{ weights, tested: state.tested, open: state.open | needed }],
    });
  }
  for (let t = 0; t < c.fail.length; t++) {
    if (state.tested & (1 << t)) continue;
    const needed = item(c.testPanels, t);
    const p = item(c.fail, t);
    const rest = { tested: state.tested | (1 << t), open: state.open | needed };
    steps.push({
      action: t,
      cost: mass * (real(c.testCost, t) + openingCost(c.panelCost, needed, state.open)),
      next: [
        { weights: state.weights.map((w, i) => w * (1 - real(p, i))), ...rest },
        { weights: state.weights.map((w, i) => w * real(p, i)), ...rest },
      ],
    });
  }
  return steps;
}

/** The step with the least cost to go, `depth` ≥ 1 actions deep; `undefined` when no fault is left. */
function bestStep(c: Compiled, state: State, options: LookaheadOptions, depth: number): Step | undefined {
  const steps = stepsFrom(c, state);
  if (!steps.some((s) => s.action < 0)) return undefined;
  const rough = steps.map((step) => ({ step, value: step.cost + step.next.reduce((sum, s) => sum + estimate(c, s), 0) }));
  rough.sort((a, b) => a.value - b.value);
  if (depth <= 1) return rough[0]?.step;
  let best: { step: Step; value: number } | undefined;
  for (const { step } of rough.slice(0, options.shortlist)) {
    const value = step.cost + step.next.reduce((sum, s) => sum + toGo(c, s, options, depth - 1), 0);
    if (!best || value < best.value) best = { step, value };
  }
  return best?.step;
}

function toGo(c: Compiled, state: State, options: LookaheadOptions, depth: number): number {
  if (depth === 0) return estimate(c, state);
  const step = bestStep(c, state, options, depth);
  if (!step) return 0;
  return step.cost + step.next.reduce((sum, s) => sum + toGo(c, s, options, depth - 1), 0);
}

/** Repairs alone, always the one with the most probability per cost with the panels as they then stand. An upper bound of the cost to go. */
function estimate(c: Compiled, state: State): number {
  const weights = Float64Array.from(state.weights);
  let mass = massOf(weights);
  let open = state.open;
  let total = 0;
  while (mass > 1e-15) {
    let best = -1;
    let bestRate = -1;
    let bestCost = 0;
    for (let f = 0; f < weights.length; f++) {
      if (!(real(weights, f) > 0)) continue;
      const cost = real(c.repairCost, f) + openingCost(c.panelCost, item(c.repairPanels, f), open);
      const rate = real(weights, f) / Math.max(1e-9, cost);
      if (rate > bestRate) [best, bestRate, bestCost] = [f, rate, cost];
    }
    if (best < 0) break;
    total += mass * bestCost;
    mass -= real(weights, best);
    weights[best] = 0;
    open |= item(c.repairPanels, best);
  }
  return total;
}
