import { item, lastOf, real } from "../array/at";
import { type Action, type Cut, landmarkCuts, NOTHING, type Task } from "./landmarks";
import type { Taken, WayIn, WayProblem } from "./way-problem";

/** Why there is no way in: what can't be reached. */
export interface NoWay {
  readonly minutes: null;
  readonly reason: string;
}

interface Priced extends Task {
  readonly costs: Float64Array;
  /** Holds what each action takes; of the last, which joins all that is to be reached, nothing. */
  readonly takes: readonly (Taken & { readonly of: "removal" | "part" })[];
}

/** A choice of actions so far: those that are taken cost nothing more, those that are not are out. */
interface Node {
  readonly costs: Float64Array;
  readonly paid: number;
  readonly bound: number;
  readonly cuts: readonly Cut[];
}

/** After so many choices that were looked into, the best way so far is taken, with how far it may be from the best of all. */
const MOST_NODES = 3000;

/**
 * The least minutes in which all parts are reached with one opening: what comes off, in order, and by which way. Exact: every cut that all ways must
 * pass is branched on, best bound first, until none is left that could be better (or {@link MOST_NODES} were looked into: then `bound` is less than `minutes`).
 */
export function wayIn(problem: WayProblem, mostNodes = MOST_NODES): WayIn | NoWay {
  const task = taskOf(problem);
  const { bound, cuts } = landmarkCuts(task, task.costs);
  if (bound === Infinity) return { minutes: null, reason: reasonOf(problem, task) };
  let best = wayWith(task, task.costs);
  const open: Node[] = [{ costs: task.costs, paid: 0, bound, cuts }];
  for (let nodes = 0; open.length > 0 && nodes < mostNodes; nodes++) {
    const node = takeLeast(open);
    if (node.bound >= best.minutes - NOTHING) return { ...best.way, bound: best.minutes };
    for (const child of branched(task, node)) {
      const found = wayWith(task, child.costs);
      if (found.minutes < best.minutes - NOTHING) best = found;
      if (child.bound < best.minutes - NOTHING) open.push(child);
    }
  }
  return { ...best.way, bound: open.length === 0 ? best.minutes : Math.min(best.minutes, Math.min(...open.map((n) => n.bound))) };
}

const byId = (list: readonly { readonly id: string }[], first: number): Map<string, number> =>
  new Map(list.map(({ id }, i) => [id, first + i]));

function taskOf({ removals, parts, reach, off }: WayProblem): Priced {
  const [begin, goal] = [0, 1];
  const removal = byId(removals, 2);
  const part = byId(parts, 2 + removals.length);
  const isOff = new Set(off);
  const number = (id: string): number => removal.get(id) ?? begin;
  const made: { readonly action: Action; readonly cost: number; readonly takes: Priced["takes"][number] }[] = [];
  const add = (makes: number, id: string, way: number, needs: readonly string[], cost: number, of: "removal" | "part") =>
    made.push({ action: { makes, needs: [begin, ...needs.map(number)] }, cost, takes: { id, way, of } });
  for (const r of removals)
    for (const [w, way] of (isOff.has(r.id) ? [] : r.ways).entries())
      add(number(r.id), r.id, w, way.needs, r.minutes + way.minutes, "removal");
  for (const p of parts) for (const [w, way] of p.ways.entries()) add(part.get(p.id) ?? goal, p.id, w, way.needs, way.minutes, "part");
  const free = off.map((id): Action => ({ makes: number(id), needs: [begin] }));
  const all: Action = { makes: goal, needs: [begin, ...reach.map((id) => part.get(id) ?? begin)] };
  return {
    things: 2 + removals.length + parts.length,
    begin,
    goal,
    actions: [...made.map((m) => m.action), ...free, all],
    costs: Float64Array.of(...made.map((m) => m.cost), ...free.map(() => 0), 0),
    takes: made.map((m) => m.takes),
  };
}

/** One of the smallest cut's actions must be taken: each in turn, those before it out, so that no choice is looked into twice. */
function branched(task: Task, { costs, paid, cuts }: Node): Node[] {
  const cut = cuts.reduce((a, b) => (b.actions.length < a.actions.length ? b : a));
  const children: Node[] = [];
  const without = costs.slice();
  for (const a of cut.actions) {
    const now = without.slice();
    const price = real(costs, a);
    now[a] = 0;
    without[a] = Infinity;
    const { bound, cuts: next } = landmarkCuts(task, now);
    if (bound < Infinity) children.push({ costs: now, paid: paid + price, bound: paid + price + bound, cuts: next });
  }
  return children;
}

/** A good way for these costs: each thing by what is cheapest for it, all its needs together; then what nothing needs is left out. Real minutes. */
function wayWith(task: Priced, costs: Float64Array): { readonly minutes: number; readonly way: Omit<WayIn, "bound"> } {
  const { actions, takes, begin, goal } = task;
  const sum = new Float64Array(task.things).fill(Infinity);
  const by = new Int32Array(task.things).fill(-1);
  sum[begin] = 0;
  for (let changed = true; changed; ) {
    changed = false;
    for (let a = 0; a < actions.length; a++) {
      const { makes, needs } = item(actions, a);
      let cost = real(costs, a);
      for (const n of needs) cost += real(sum, n);
      if (cost < real(sum, makes) - NOTHING) {
        sum[makes] = cost;
        by[makes] = a;
        changed = true;
      }
    }
  }
  const order: number[] = [];
  const done = new Set<number>([begin]);
  const visit = (thing: number): void => {
    if (done.has(thing)) return;
    done.add(thing);
    const a = by[thing] ?? -1;
    if (a < 0) return;
    for (const n of item(actions, a).needs) visit(n);
    order.push(a);
  };
  visit(goal);
  const used = order.filter((a) => a < takes.length);
  const minutes = used.reduce((total, a) => total + real(task.costs, a), 0);
  const of = (kind: "removal" | "part") => used.map((a) => item(takes, a)).filter((t) => t.of === kind);
  return { minutes, way: { minutes, off: of("removal").map(bare), parts: of("part").map(bare) } };
}

const bare = ({ id, way }: Taken): Taken => ({ id, way });

/** Names what can't be reached. */
function reasonOf({ reach }: WayProblem, task: Priced): string {
  const can = new Set<number>([task.begin]);
  for (let changed = true; changed; ) {
    changed = false;
    for (const { makes, needs } of task.actions)
      if (!can.has(makes) && needs.every((n) => can.has(n))) {
        can.add(makes);
        changed = true;
      }
  }
  const goal = item(task.actions, task.actions.length - 1).needs.slice(1);
  const lacking = reach.filter((_, i) => !can.has(goal[i] ?? task.begin));
  return `${lacking.join(", ")} can’t be reached: every way to it needs something that can’t come off, or needs itself`;
}

/** Takes the open choice with the least bound out of the others. */
function takeLeast(open: Node[]): Node {
  let least = 0;
  for (let i = 1; i < open.length; i++) if (item(open, i).bound < item(open, least).bound) least = i;
  const taken = item(open, least);
  open[least] = lastOf(open);
  open.pop();
  return taken;
}
