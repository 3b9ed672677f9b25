import { item, real, small, whole } from "../../model/array/at";
import { repairOf, replaces } from "../../model/machine/assembly";
import type { JobState } from "../../record/job/state";
import type { Hypothesis } from "../diagnosis/hypotheses";
import { type Belief, beliefOf } from "./belief";
import { afterClass, CostToGo, compact, type PricedTest } from "./cost-to-go";
import { mayBuy, mayGamble, shareOf } from "./doubt";
import { exactStep } from "./exact-step";
import { ownStanding, ownTestDue } from "./own-tests";
import { DEFAULT_RATES, type Rates, type RepairChance, type RepairGroup, repairChances, repairGroups } from "./repairs";
import type { Situation } from "./situation";
import { timesTaken } from "./tests/offered";
import type { Outcomes } from "./tests/outcomes";
import type { TestAction } from "./tests/tests";
import { bias, type Power, powerAfter, type Scales, stateMinutes, type Valued, valuedNow, valueTests } from "./tests/valued";

/** Says how far the planner looks, and over how many tests. */
interface Lookahead {
  /** 1: a test, then repairs alone. 2: a test, one more where that pays, then repairs. */
  readonly depth: 1 | 2;
  readonly shortlist: number;
  /** Solve exactly when no more than this many repairs are left in question; 0 never. */
  readonly exactUpTo: number;
}

export const LOOKAHEAD: Lookahead = { depth: 2, shortlist: 7, exactUpTo: 5 };

/** A test, or a repair made to see whether it helps. */
type NextAction = { readonly kind: "test"; readonly valued: Valued } | ({ readonly kind: "repair" } & RepairChance);

/** Holds what to do next, with the value of all that was considered. */
export interface Choice {
  readonly belief: Belief;
  readonly groups: readonly RepairGroup[];
  /** `undefined`: no test is left, and nothing is likely enough to be bought. */
  readonly action: NextAction | undefined;
  /** Tests considered, the best first; minutes to go with each first. */
  readonly tests: readonly (Valued & { readonly toGo: number })[];
  /** The best repair, whether or not it is chosen. */
  readonly repair: (RepairChance & { readonly toGo: number }) | undefined;
  /** Those that may be made now. */
  readonly repairs: readonly RepairChance[];
  /** Expected minutes with no more test at all. */
  readonly repairsOnly: number;
  readonly by: "exact" | "lookahead";
  /** Gives what any test would be worth now. */
  readonly valued: (test: TestAction) => Valued;
}

const MOST_REPAIRS = 4;
/** Whatever is less likely than this is not cleared, set or remade to see whether it helps. */
const SLIGHT = 0.05;
/** From this share on that nothing is wrong, it is run to see. */
const SEEMS_WELL = 0.2;
/** After an outcome that is rarer than this no second test is thought of. */
const RARE = 0.005;
interface ChoiceOptions {
  readonly rates?: Rates;
  readonly look?: Lookahead;
  /** Id of the test that was to come next: it does, unless another is better by more than a little. */
  readonly promised?: string | undefined;
}

/** Between tests that differ by no more than this share of what is to go, the one that was promised is made. */
const EQUALS = 0.04;

/** Chooses the next action: exactly when little is left in question, else by looking ahead over a shortlist. */
export function choose(s: Situation, { rates = DEFAULT_RATES, look = LOOKAHEAD, promised }: ChoiceOptions = {}): Choice | undefined {
  const { catalogue, machine, job, ranking } = s;
  const belief = beliefOf(catalogue.suspects, ranking, job);
  if (belief.active.length === 0) return undefined;
  const groups = repairGroups(machine, belief.hypotheses, job, rates, job.preference.parts === "set");
  const costs = new CostToGo(belief, groups);
  const scales: Scales = { situation: s, costs, repairsOnly: costs.repairsOnly(belief.weight) };
  const valued = valueTests(scales);
  const { tests: ordered, repairs: all } = lookAhead(valued, costs, job, look);
  const tests = promisedFirst(ordered, promised);
  const repairs = all.filter((r) => isAllowed(s, belief, r));
  const [repair] = repairs;
  const base = {
    belief,
    groups,
    tests,
    repair,
    repairs,
    repairsOnly: scales.repairsOnly,
    valued: (test: TestAction) => valuedNow(scales, test),
  };
  const exact = look.exactUpTo > 0 ? exactStep({ machine, belief, groups, tests, now: job }, look.exactUpTo) : undefined;
  if (exact && (exact.kind === "test" || isAllowed(s, belief, exact)))
    return { ...base, action: measuredFirst(scales, exact), by: "exact" };
  const [likeliest] = all;
  const worth = likeliest && isAllowed(s, belief, likeliest) ? 0 : worthOf(s);
  const action = beforeOpening(job, better(tests[0], repair, worth), valued);
  return { ...base, action: action && measuredFirst(scales, action), by: "lookahead" };
}

/** Between equals the test that was promised comes first. */
function promisedFirst<T extends Valued & { readonly toGo: number }>(ordered: readonly T[], promised: string | undefined): readonly T[] {
  const kept = ordered.find((t) => t.test.id === promised);
  return kept && kept.toGo <= (ordered[0]?.toGo ?? 0) * (1 + EQUALS) ? [kept, ...ordered.filter((t) => t !== kept)] : ordered;
}

/** True where a repair may be made now: nothing is bought, or even remade, on a slight suspicion. */
function isAllowed(s: Situation, belief: Belief, { group, chance, band }: RepairChance): boolean {
  const share = shareOf(s, chance);
  if (group.assemblies.length === 0) return share > SEEMS_WELL;
  if (!group.assemblies.some((a) => replaces(repairOf(s.machine, a)))) return share > SLIGHT;
  const standing = ownStanding(s, belief, group);
  if (ownTestDue(s, belief, group, standing)) return true;
  if (!mayBuy(s, chance)) return false;
  return standing === "bad" || mayGamble(s, { chance, band }, standing === "good");
}

/** Nothing is fitted or remade that was not tested itself, where it can be. */
function measuredFirst(scales: Scales, action: NextAction): NextAction {
  if (action.kind === "test" || action.group.assemblies.length === 0) return action;
  const test = ownTestDue(scales.situation, scales.costs.belief, action.group);
  return test ? { kind: "test", valued: valuedNow(scales, test) } : action;
}

/** A test from outside is made before the first panel comes off when it saves so many times what it costs. */
const BEFORE_OPENING = 2.5;

/** With nothing open yet, what is settled from outside comes first: settings, lint and hood, a run, the outlet, the plug. */
function beforeOpening(job: JobState, action: NextAction | undefined, valued: readonly Valued[]): NextAction | undefined {
  if (job.everOpen || action?.kind !== "test" || action.valued.opens.length === 0) return action;
  const outside = valued.find((v) => v.opens.length === 0 && v.saves > BEFORE_OPENING * v.cost && timesTaken(job, v.test) === 0);
  return outside ? { kind: "test", valued: outside } : action;
}

/** Where the likeliest may not be repaired, a test must save so much of its minutes; less once what the model does not have was looked for and not found. */
const WORTH_WHILE = 0.5;
const WORTH_WHILE_STILL = 0.15;

const worthOf = ({ ranking, looked }: Situation): number => (looked ? WORTH_WHILE_STILL : WORTH_WHILE) / (1 - ranking.outside);

/** The better of a test and a repair. `worth`: what a test must save, as a share of what it costs. */
function better(test: Choice["tests"][number] | undefined, repair: Choice["repair"], worth: number): NextAction | undefined {
  if (test && test.saves >= worth * test.cost && (!repair || test.toGo < repair.toGo)) return { kind: "test", valued: test };
  return repair && { kind: "repair", ...repair };
}

/** Minutes to go after each test of the shortlist and after each of the best repairs, with one more test where that pays. */
function lookAhead(valued: readonly Valued[], costs: CostToGo, job: JobState, { depth, shortlist }: Lookahead) {
  const { belief } = costs;
  const felt = (v: Valued) => v.cost * bias(v.test, job);
  const seconds = depth > 1 ? valued.slice(0, shortlist + 4) : [];
  const rows = seconds.map((v) => compact(v.outcomes, belief));
  // Whatever comes second is done in the state in which the first leaves the machine.
  const { power } = job.safety;
  const inState = (then: Power) =>
    seconds.map((v, k): PricedTest => {
      const change = stateMinutes(v.test, then) - stateMinutes(v.test, power);
      return { minutes: (v.cost + change) * bias(v.test, job), ...item(rows, k) };
    });
  const more: Partial<Record<Power, readonly PricedTest[]>> = {};
  const after = (weight: Float64Array, then: Power, spent?: number) => {
    const tests = more[then] ?? inState(then);
    more[then] = tests;
    return costs.oneMoreTest(
      weight,
      tests.filter((_, k) => k !== spent),
    );
  };
  const left = (weight: Float64Array, chance: number, then: Power, spent: number) =>
    chance > RARE ? after(weight, then, spent) : costs.repairsOnly(weight);
  const tests = valued.slice(0, shortlist).map((v, k) => {
    const own = rows[k] ?? compact(v.outcomes, belief);
    const then = powerAfter(v.test, power);
    const told = v.chances.reduce((sum, chance, c) => sum + left(afterClass(belief.weight, own, c), chance, then, k), 0);
    const untold = v.again > 0 ? after(belief.weight, then, k) : 0;
    return { ...v, toGo: felt(v) + (1 - v.again) * told + v.again * untold };
  });
  const repairs = bestRepairs(costs, belief, job.proof === undefined).map((r) => ({
    ...r,
    toGo: r.group.minutes + after(without(belief.weight, r.group), power),
  }));
  const byToGo = (a: { toGo: number }, b: { toGo: number }) => a.toGo - b.toGo;
  return { tests: tests.sort(byToGo), repairs: repairs.sort(byToGo) };
}

const without = (weight: Float64Array, group: RepairGroup): Float64Array => {
  const rest = Float64Array.from(weight);
  for (const k of group.members) rest[k] = 0;
  return rest;
};

/** Repairs worth a closer look, and a run in case that nothing is wrong: the best chances per minute. Fitting to see whether it helps is an action like any other. */
function bestRepairs({ groups }: CostToGo, belief: Belief, mayRun: boolean): RepairChance[] {
  return repairChances(groups, belief.weight)
    .filter(({ group }) => group.assemblies.length > 0 || mayRun)
    .sort((a, b) => b.chance / b.group.minutes - a.chance / a.group.minutes)
    .slice(0, MOST_REPAIRS);
}

/** Which hypothesis leads after some outcomes of a test, with its suspect's probability then. `shares`: theirs, row by row. */
export function leaderAfter(
  { active, weight, hypotheses }: Belief,
  { row }: Outcomes,
  shares: Float64Array,
): { hypothesis: Hypothesis; probability: number } {
  const bySuspect = new Map<string, { first: number; top: number; sum: number }>();
  let total = 0;
  for (let k = 0; k < active.length; k++) {
    const w = real(weight, k) * real(shares, small(row, whole(active, k)));
    total += w;
    const id = item(hypotheses, k).suspect;
    const s = bySuspect.get(id);
    if (!s) bySuspect.set(id, { first: k, top: w, sum: w });
    else {
      s.sum += w;
      if (w > s.top) [s.first, s.top] = [k, w];
    }
  }
  let best = { first: 0, sum: -1 };
  for (const s of bySuspect.values()) if (s.sum > best.sum) best = s;
  return { hypothesis: item(hypotheses, best.first), probability: total > 0 ? best.sum / total : 0 };
}
