import { item, real, whole } from "../array/at";

/** Something that makes one thing true (a removal off, a part reached) once others are. */
export interface Action {
  readonly makes: number;
  readonly needs: readonly number[];
}

/** Things are numbered; `begin` is true from the start, `goal` is what is wanted. Every action needs something. */
export interface Task {
  readonly things: number;
  readonly begin: number;
  readonly goal: number;
  readonly actions: readonly Action[];
}

/** A set of actions of which every way in uses one, with what the cheapest of them costs. */
export interface Cut {
  readonly actions: readonly number[];
  readonly cost: number;
}

/** Below this a cost is none. */
export const NOTHING = 1e-9;

/**
 * Cuts that every way must pass, each paid once: their costs add up to a bound that no way can be below (landmark cut; Helmert & Domshlak 2009). An
 * action with an infinite cost is none. Infinity where the goal can't be reached at all.
 */
export function landmarkCuts(task: Task, costs: Float64Array): { readonly bound: number; readonly cuts: readonly Cut[] } {
  const left = costs.slice();
  const cuts: Cut[] = [];
  let bound = 0;
  for (;;) {
    const reached = cheapest(task, left);
    const toGoal = real(reached.costs, task.goal);
    if (toGoal === Infinity) return { bound: Infinity, cuts };
    if (toGoal < NOTHING) return { bound, cuts };
    const cut = cutOf(task, left, reached.through);
    for (const a of cut.actions) left[a] = real(left, a) - cut.cost;
    cuts.push(cut);
    bound += cut.cost;
  }
}

interface Reached {
  /** The least that a thing costs when the dearest need of an action is all that it has to pay. */
  readonly costs: Float64Array;
  /** The dearest need of each action; −1 where one can't be had. */
  readonly through: Int32Array;
}

/** Rounds until nothing gets cheaper: each action costs its own and its dearest need (Bonet & Geffner 2001, h-max). */
function cheapest({ things, begin, actions }: Task, costs: Float64Array): Reached {
  const least = new Float64Array(things).fill(Infinity);
  least[begin] = 0;
  for (let changed = true; changed; ) {
    changed = false;
    for (let a = 0; a < actions.length; a++) {
      const { makes, needs } = item(actions, a);
      let dearest = 0;
      for (const n of needs) dearest = Math.max(dearest, real(least, n));
      const cost = dearest + real(costs, a);
      if (cost < real(least, makes) - NOTHING) {
        least[makes] = cost;
        changed = true;
      }
    }
  }
  return { costs: least, through: Int32Array.from(actions, ({ needs }) => dearestOf(needs, least)) };
}

function dearestOf(needs: readonly number[], least: Float64Array): number {
  let dearest = -1;
  for (const n of needs) {
    if (real(least, n) === Infinity) return -1;
    if (dearest < 0 || real(least, n) > real(least, dearest)) dearest = n;
  }
  return dearest;
}

/** Gives what lies between the beginning and all from which the goal costs nothing more. */
function cutOf(task: Task, costs: Float64Array, through: Int32Array): Cut {
  const { things, begin, goal, actions } = task;
  const near = new Uint8Array(things);
  near[goal] = 1;
  spread(actions, through, near, (a, from, to) => near[to] === 1 && near[from] === 0 && real(costs, a) < NOTHING, "from");
  const before = new Uint8Array(things);
  before[begin] = 1;
  spread(
    actions,
    through,
    before,
    (a, from, to) => before[from] === 1 && before[to] === 0 && near[to] === 0 && real(costs, a) < Infinity,
    "to",
  );
  const cut = actions.flatMap(({ makes }, a) => {
    const from = whole(through, a);
    return from >= 0 && before[from] === 1 && near[makes] === 1 && real(costs, a) < Infinity ? [a] : [];
  });
  return { actions: cut, cost: Math.min(...cut.map((a) => real(costs, a))) };
}

/** Marks the one end of every edge that `goesOn`, until none does. */
function spread(
  actions: readonly Action[],
  through: Int32Array,
  marked: Uint8Array,
  goesOn: (action: number, from: number, to: number) => boolean,
  end: "from" | "to",
): void {
  for (let changed = true; changed; ) {
    changed = false;
    for (let a = 0; a < actions.length; a++) {
      const [from, to] = [whole(through, a), item(actions, a).makes];
      if (from < 0 || !goesOn(a, from, to)) continue;
      marked[end === "from" ? from : to] = 1;
      changed = true;
    }
  }
}
