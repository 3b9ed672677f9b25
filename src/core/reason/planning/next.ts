import { openingFor } from "../../model/access/opening";
import { panelMinutes, panelsToClose } from "../../model/access/panels";
import { item, real, small, whole } from "../../model/array/at";
import { repairOf, replaces } from "../../model/machine/assembly";
import type { Machine } from "../../model/machine/format";
import type { JobState } from "../../record/job/state";
import type { Hypothesis } from "../diagnosis/hypotheses";
import type { Ranking } from "../diagnosis/rank";
import { sameAgain } from "../diagnosis/repeats";
import { type Belief, beliefOf } from "./belief";
import { afterClass, type CompactTest, CostToGo, chancesOf, compact, type PricedTest } from "./cost-to-go";
import { lookedOutside, mayBuy, mayGamble, shareOf } from "./doubt";
import { exactStep } from "./exact-step";
import { ownStanding, ownTestDue } from "./own-tests";
import { DISCHARGE_MINUTES, ENERGISE_MINUTES, LIVE_HAZARD_MINUTES, MAKE_SAFE_MINUTES } from "./prices";
import { DEFAULT_RATES, type Rates, type RepairChance, type RepairGroup, repairChances, repairGroups } from "./repairs";
import { foundNothingSinceSwitch } from "./steady";
import type { TestCatalogue } from "./tests/catalogue";
import { offeredTests, timesTaken } from "./tests/offered";
import type { Outcomes } from "./tests/outcomes";
import type { TestAction } from "./tests/tests";
import type { Valued } from "./tests/valued";

/** How far the planner looks, and over how many tests. */
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

/** What to do next, with the value of all that was considered. */
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
  /** What any test would be worth now. */
  readonly valued: (test: TestAction) => Valued;
}

/** How much dearer the other kind of test seems to those who look first, or meter first. */
const OTHER_WAY = 2.5;
const MOST_REPAIRS = 4;
/** What is less likely than this is not cleared, set or remade to see whether it helps. */
const SLIGHT = 0.05;
/** From this share on that nothing is wrong, it is run to see. */
const SEEMS_WELL = 0.2;
/** After an outcome that is rarer than this no second test is thought of. */
const RARE = 0.005;
/** A test with an outcome as likely as this tells nothing. */
const CERTAIN = 0.9995;

interface ChoiceOptions {
  readonly rates?: Rates;
  readonly look?: Lookahead;
  /** Id of the test that was to come next: it does, unless another is better by more than a little. */
  readonly promised?: string | undefined;
}

/** Between tests that differ by no more than this share of what is to go, the one that was promised is made. */
const EQUALS = 0.04;

/** Chooses the next action: exactly when little is left in question, else by looking ahead over a shortlist. */
export function choose(
  catalogue: TestCatalogue,
  job: JobState,
  ranking: Ranking,
  { rates = DEFAULT_RATES, look = LOOKAHEAD, promised }: ChoiceOptions = {},
): Choice | undefined {
  const belief = beliefOf(catalogue.suspects, ranking, job);
  if (belief.active.length === 0) return undefined;
  const { machine } = catalogue.suspects.predictor;
  const groups = repairGroups(machine, belief.hypotheses, job, rates, job.preference.parts === "set");
  const costs = new CostToGo(belief, groups);
  const repairsOnly = costs.repairsOnly(belief.weight);
  const valued = valueTests(catalogue, job, costs, repairsOnly);
  const { tests: ordered, repairs: all } = lookAhead(valued, costs, job, look);
  const kept = ordered.find((t) => t.test.id === promised);
  const tests = kept && kept.toGo <= (ordered[0]?.toGo ?? 0) * (1 + EQUALS) ? [kept, ...ordered.filter((t) => t !== kept)] : ordered;
  const allowed = ({ group, chance, band }: RepairChance) => {
    const share = shareOf(ranking, chance, job);
    if (group.assemblies.length === 0) return share > SEEMS_WELL;
    if (!group.assemblies.some((a) => replaces(repairOf(machine, a)))) return share > SLIGHT;
    const standing = ownStanding(catalogue, job, belief, group);
    if (ownTestDue(catalogue, job, belief, group, standing)) return true;
    if (!mayBuy(ranking, chance, job)) return false;
    return standing === "bad" || mayGamble(ranking, { chance, band }, standing === "good", machine, job);
  };
  const repairs = all.filter(allowed);
  const [repair] = repairs;
  const base = {
    belief,
    groups,
    tests,
    repair,
    repairs,
    repairsOnly,
    valued: (test: TestAction) => valuedNow(catalogue, job, costs, repairsOnly, test),
  };
  const exact = look.exactUpTo > 0 ? exactStep(machine, belief, groups, tests, job, look.exactUpTo) : undefined;
  const measured = (action: NextAction): NextAction => measuredFirst(catalogue, job, costs, repairsOnly, action);
  if (exact && (exact.kind === "test" || allowed(exact))) return { ...base, action: measured(exact), by: "exact" };
  const [likeliest] = all;
  const worth = likeliest && allowed(likeliest) ? 0 : worthOf(ranking, machine, job);
  const action = beforeOpening(job, better(tests[0], repair, worth), valued);
  return { ...base, action: action && measured(action), by: "lookahead" };
}

/** Nothing is fitted or remade that was not tested itself, where it can be. */
function measuredFirst(catalogue: TestCatalogue, job: JobState, costs: CostToGo, repairsOnly: number, action: NextAction): NextAction {
  if (action.kind === "test" || action.group.assemblies.length === 0) return action;
  const test = ownTestDue(catalogue, job, costs.belief, action.group);
  return test ? { kind: "test", valued: valuedNow(catalogue, job, costs, repairsOnly, test) } : action;
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

const worthOf = ({ outside }: Ranking, machine: Machine, job: JobState): number =>
  (lookedOutside(machine, job) ? WORTH_WHILE_STILL : WORTH_WHILE) / (1 - outside);

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
  // What comes second is done in the state in which the first leaves the machine.
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

/** Look first or meter first, as how dear the other seems. */
function bias(test: TestAction, { preference }: JobState): number {
  if (preference.first === "look") return isLook(test) ? 1 : OTHER_WAY;
  if (preference.first === "meter") return isLook(test) ? OTHER_WAY : 1;
  return 1;
}

const isLook = ({ question }: TestAction): boolean =>
  question.kind === "sight" || question.kind === "code" || question.kind === "look" || question.kind === "spot";

const without = (weight: Float64Array, group: RepairGroup): Float64Array => {
  const rest = Float64Array.from(weight);
  for (const k of group.members) rest[k] = 0;
  return rest;
};

/** The tests offered, each valued on the present belief; the best first. */
function valueTests(catalogue: TestCatalogue, job: JobState, costs: CostToGo, repairsOnly: number): Valued[] {
  const { machine } = catalogue.suspects.predictor;
  const valued = offeredTests(catalogue.tests, machine, job).flatMap((test) => {
    const foreseen = foresee(catalogue, costs.belief, test);
    return tellsNothing(foreseen.chances, costs.belief) ? [] : [valuedNow(catalogue, job, costs, repairsOnly, test, foreseen)];
  });
  return promised(valued, job).sort((a, b) => b.saves / (b.cost * bias(b.test, job)) - a.saves / (a.cost * bias(a.test, job)));
}

/** An outcome is certain, slips apart. */
const tellsNothing = (chances: readonly number[], { slips }: Belief): boolean =>
  chances.length < 2 || chances.some((c) => c > (1 - slips) * CERTAIN + slips / chances.length);

/** Right after its power was switched, only what needs it so: what was promised follows. */
function promised(valued: readonly Valued[], job: JobState): Valued[] {
  const { safety } = job;
  const fits = ({ test }: Valued) => test.needs === "nothing" || (test.needs === "dead") === (safety.power === "dead");
  const wanted = valued.filter((v) => fits(v) && v.saves > v.cost);
  return foundNothingSinceSwitch(job) && wanted.length > 0 ? valued.filter(fits) : [...valued];
}

interface Foreseen {
  readonly outcomes: Outcomes;
  readonly own: CompactTest;
  readonly chances: readonly number[];
}

function foresee(catalogue: TestCatalogue, belief: Belief, test: TestAction): Foreseen {
  const outcomes = catalogue.outcomesOf(test);
  const own = compact(outcomes, belief);
  return { outcomes, own, chances: chancesOf(belief.weight, own) };
}

function valuedNow(
  catalogue: TestCatalogue,
  job: JobState,
  costs: CostToGo,
  repairsOnly: number,
  test: TestAction,
  { outcomes, own, chances }: Foreseen = foresee(catalogue, costs.belief, test),
): Valued {
  const { machine } = catalogue.suspects.predictor;
  const left = costs.afterTest(costs.belief.weight, own);
  const { panels: opens, minutes: opening } = openingFor(machine, test.panels, job);
  const closes = test.needs === "running" ? panelsToClose(machine, job) : [];
  const cost = test.minutes + opening + panelMinutes(machine, closes, job) + stateMinutes(test, job.safety.power);
  const again = sameAgain(timesTaken(job, test));
  return { test, outcomes, chances, cost, opens, closes, again, saves: (1 - again) * (repairsOnly - left) };
}

type Power = JobState["safety"]["power"];

/** How a test leaves the machine. */
function powerAfter({ needs }: TestAction, before: Power): Power {
  if (needs === "dead") return "dead";
  return needs === "nothing" ? before : "live";
}

function stateMinutes({ needs, question }: TestAction, power: Power): number {
  const fromDead = power === "dead" ? ENERGISE_MINUTES + MAKE_SAFE_MINUTES : 0;
  switch (needs) {
    case "nothing":
      return 0;
    case "dead":
      return (power === "dead" ? 0 : MAKE_SAFE_MINUTES) + (question.kind === "look" || question.kind === "spot" ? 0 : DISCHARGE_MINUTES);
    case "running":
      return fromDead;
    case "live":
      return LIVE_HAZARD_MINUTES + fromDead;
  }
}

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
