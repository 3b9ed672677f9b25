import type { Hypothesis } from "../diagnosis/hypotheses";
import type { Bench, Ranking } from "../diagnosis/rank";
import type { Job } from "../job/fold";
import { isWallPoint } from "../job/safety";
import { type Belief, beliefOf } from "./belief";
import { type CompactTest, CostToGo, compact, times } from "./cost-to-go";
import { exactStep } from "./exact-step";
import { type Outcomes, outcomesOf } from "./outcomes";
import { DEFAULT_RATES, panelMinutes, panelsToOpen, type Rates, type RepairGroup, repairGroups } from "./repairs";
import { type TestAction, testsOf } from "./tests";

/** A test with what it would be worth now. Minutes are expected minutes. */
export interface Valued {
  readonly test: TestAction;
  readonly outcomes: Outcomes;
  /** P(class) now. */
  readonly chances: readonly number[];
  /** Minutes of the test itself, panels to open and the change of power state included. */
  readonly cost: number;
  readonly opens: readonly string[];
  /** Expected minutes that knowing its outcome takes off the repairs. */
  readonly saves: number;
}

/** What each machine offers, made once: the outcome classes do not depend on what is known so far. */
export class TestCatalogue {
  private readonly outcomes = new Map<string, Outcomes>();

  constructor(
    readonly bench: Bench,
    readonly tests: readonly TestAction[] = testsOf(bench.predictor.machine),
  ) {}

  outcomesOf(test: TestAction): Outcomes {
    let known = this.outcomes.get(test.id);
    if (!known) {
      known = outcomesOf(this.bench, test);
      this.outcomes.set(test.id, known);
    }
    return known;
  }
}

/** How far the planner looks, and over how many tests. */
export interface Lookahead {
  /** 1: a test, then repairs alone. 2: a test, one more where that pays, then repairs. */
  readonly depth: 1 | 2;
  readonly shortlist: number;
  /** Solve exactly when no more than this many repairs are left in question; 0 never. */
  readonly exactUpTo: number;
}

export const LOOKAHEAD: Lookahead = { depth: 2, shortlist: 7, exactUpTo: 6 };

/** What to do next, with the value of all that was considered. */
export interface Choice {
  readonly belief: Belief;
  readonly step:
    | { readonly kind: "test"; readonly valued: Valued }
    | { readonly kind: "repair"; readonly group: RepairGroup; readonly chance: number };
  /** Tests considered, the best first; minutes to go with each first. */
  readonly tests: readonly (Valued & { readonly toGo: number })[];
  /** The best repair, whether or not it is the step. */
  readonly repair: { readonly group: RepairGroup; readonly chance: number; readonly toGo: number } | undefined;
  /** Expected minutes with no more test at all. */
  readonly repairsOnly: number;
  readonly by: "exact" | "lookahead";
}

const MAKE_SAFE_MINUTES = 2;
const ENERGISE_MINUTES = 2;
const DISCHARGE_MINUTES = 0.5;
/** What one live test costs above its minutes: the hazard, as minutes (est.). */
const LIVE_HAZARD_MINUTES = 2;
/** How much dearer the other kind of test seems to those who look first, or meter first. */
const OTHER_SCHOOL = 2.5;

/** Chooses the next step: exactly when little is left in question, else by looking ahead over a shortlist. */
export function choose(
  catalogue: TestCatalogue,
  job: Job,
  ranking: Ranking,
  rates: Rates = DEFAULT_RATES,
  look: Lookahead = LOOKAHEAD,
): Choice | undefined {
  const belief = beliefOf(catalogue.bench, ranking, job);
  if (belief.active.length === 0) return undefined;
  const { machine } = catalogue.bench.predictor;
  const groups = repairGroups(machine, belief.hypotheses, job.panelsOff, rates, job.school.parts === "set");
  const costs = new CostToGo(belief, groups);
  const repairsOnly = costs.repairsOnly(belief.weight);
  const valued = valueTests(catalogue, job, costs, repairsOnly);
  const felt = (v: Valued) => v.cost * bias(v.test, job);
  const shortlist = valued.slice(0, look.shortlist);
  const more = look.depth > 1 ? valued.slice(0, 2 * look.shortlist).map((v) => compact(v.outcomes, felt(v), belief)) : [];
  const after = (weight: Float64Array, without?: CompactTest) =>
    costs.oneMoreTest(
      weight,
      more.filter((t) => t !== without),
    );
  const tests = shortlist
    .map((v, k) => {
      const own = more[k] ?? compact(v.outcomes, felt(v), belief);
      return { ...v, toGo: felt(v) + own.share.reduce((sum, share) => sum + after(times(belief.weight, share), own), 0) };
    })
    .sort((a, b) => a.toGo - b.toGo);
  const repairs = bestRepairs(costs, belief)
    .map((r) => ({ ...r, toGo: r.group.minutes + after(without(belief.weight, r.group)) }))
    .sort((a, b) => a.toGo - b.toGo);
  const [test] = tests;
  const [repair] = repairs;
  const base = { belief, tests, repair, repairsOnly };
  const exact = look.exactUpTo > 0 ? exactStep(machine, belief, groups, tests, job, look.exactUpTo) : undefined;
  if (exact?.kind === "test") return { ...base, step: { kind: "test", valued: exact.valued }, by: "exact" };
  if (exact) return { ...base, step: { kind: "repair", ...exact.repair }, by: "exact" };
  if (test && (!repair || test.toGo < repair.toGo)) return { ...base, step: { kind: "test", valued: test }, by: "lookahead" };
  return repair && { ...base, step: { kind: "repair", group: repair.group, chance: repair.chance }, by: "lookahead" };
}

/** Section 6 of the trade notes: look first or meter first, as how dear the other seems. */
function bias(test: TestAction, job: Job): number {
  const looks = test.kind === "sighting";
  if (job.school.first === "look") return looks ? 1 : OTHER_SCHOOL;
  if (job.school.first === "meter") return looks ? OTHER_SCHOOL : 1;
  return 1;
}

const without = (weight: Float64Array, group: RepairGroup): Float64Array => {
  const rest = Float64Array.from(weight);
  for (const k of group.members) rest[k] = 0;
  return rest;
};

/** Tests that the job allows and that were not made too often already. */
export const offeredTests = (catalogue: TestCatalogue, job: Job): TestAction[] =>
  catalogue.tests.filter((t) => isOffered(catalogue, job, t));

/** The tests offered, each valued on the present belief; the best first. */
function valueTests(catalogue: TestCatalogue, job: Job, costs: CostToGo, repairsOnly: number): Valued[] {
  const { machine } = catalogue.bench.predictor;
  const { belief } = costs;
  const valued: Valued[] = [];
  for (const test of offeredTests(catalogue, job)) {
    const outcomes = catalogue.outcomesOf(test);
    if (outcomes.classes.length < 2) continue;
    const chances = outcomes.share.map((s) => chanceOf(s, belief));
    // A test whose outcome is all but certain tells nothing: most of them, and cheap to see.
    if (Math.max(...chances) > 0.9995) continue;
    const { share } = compact(outcomes, 0, belief);
    const left = share.reduce((sum, s) => sum + costs.repairsOnly(belief.weight, s), 0);
    const opens = panelsToOpen(machine, test.panels, job.panelsOff);
    const cost = test.minutes + panelMinutes(machine, opens) + stateMinutes(test, job);
    valued.push({ test, outcomes, chances, cost, opens, saves: repairsOnly - left });
  }
  return valued.sort((a, b) => b.saves / (b.cost * bias(b.test, job)) - a.saves / (a.cost * bias(a.test, job)));
}

/** Minutes saved per minute spent. */
export const worth = (v: Valued): number => v.saves / v.cost;

function chanceOf(share: Float64Array, { active, weight }: Belief): number {
  let sum = 0;
  for (let k = 0; k < active.length; k++) sum += (weight[k] as number) * (share[active[k] as number] as number);
  return sum;
}

function stateMinutes(test: TestAction, job: Job): number {
  switch (test.needs) {
    case "nothing":
      return 0;
    case "dead":
      return (job.safety.power === "dead" ? 0 : MAKE_SAFE_MINUTES) + (test.kind === "reading" ? DISCHARGE_MINUTES : 0);
    case "running":
      return job.safety.power === "dead" ? ENERGISE_MINUTES + MAKE_SAFE_MINUTES : 0;
    case "live":
      return LIVE_HAZARD_MINUTES + (job.safety.power === "dead" ? ENERGISE_MINUTES + MAKE_SAFE_MINUTES : 0);
  }
}

/** Section 7 of the trade notes, for proposals: live tests only where the job allows them; nothing that was done already; no run with panels off. */
function isOffered(catalogue: TestCatalogue, job: Job, test: TestAction): boolean {
  const { machine } = catalogue.bench.predictor;
  if (test.kind === "reading" && test.setup.unit === "volt" && !job.safety.liveTests) return false;
  if (test.needs === "running" && job.panelsOff.length > 0) return false;
  if (test.needs === "live" && test.panels.some((p) => !job.panelsOff.includes(p)) && job.safety.power !== "dead") return false;
  if (test.kind === "sighting" && test.sight === "airflow" && drumStands(job)) return false;
  if (test.kind === "measure" && drumStands(job)) return false;
  const wall = test.kind === "reading" && test.setup.between.every((p) => isWallPoint(machine, p));
  if (wall && !job.safety.liveTests) return false;
  return timesTaken(job, test) < MOST_TAKES;
}

/** A test may be taken again: people mis-see and leads slip. More often than that it tells nothing new. */
const MOST_TAKES = 2;

/** How often a technician made this test since the last repair. */
export function timesTaken(job: Job, test: TestAction): number {
  const told = job.evidence.filter(
    (e) => e.source === "technician" && e.fitted.length === job.fitted.length && isSameTest(test, e.finding),
  );
  return told.length + timesUntold(job, test);
}

/** “Can't tell” is weightless, but it was an answer: the question is not put for ever. */
function timesUntold(job: Job, test: TestAction): number {
  if (test.kind !== "sighting") return 0;
  let count = 0;
  for (const { status, entry } of job.record) {
    if (status !== "counts") continue;
    if (entry.kind === "fitted") count = 0;
    if (entry.kind === "sighting" && entry.body.value === "unknown" && entry.body.sight === test.sight && entry.body.part === test.part)
      count++;
  }
  return count;
}

/** The drum was last seen not to turn: there is no air to feel. */
function drumStands(job: Job): boolean {
  const last = job.evidence.findLast(
    (e) => e.finding.kind === "sighting" && ["turns", "starts"].includes(e.finding.sighting.sight) && e.fitted.length === job.fitted.length,
  );
  return last?.finding.kind === "sighting" && last.finding.sighting.value === "no";
}

function isSameTest(test: TestAction, finding: Job["evidence"][number]["finding"]): boolean {
  if (test.kind === "measure") return finding.kind === "measure" && finding.measure.what === test.what;
  if (test.kind === "sighting")
    return finding.kind === "sighting" && finding.sighting.sight === test.sight && finding.sighting.part === test.part;
  if (finding.kind !== "reading") return false;
  const { reading } = finding;
  const same = [...reading.between].sort().join() === [...test.setup.between].sort().join();
  return same && reading.unit === test.setup.unit && controlsAgree(reading.controls, test.setup.controls);
}

const controlsAgree = (a: Readonly<Record<string, string>>, b: Readonly<Record<string, string>>): boolean =>
  Object.keys({ ...a, ...b }).every((k) => a[k] === undefined || b[k] === undefined || a[k] === b[k]);

/** Repairs worth a closer look: the best chances per minute. Fitting to see whether it helps is an action like any other. */
function bestRepairs({ groups }: CostToGo, { weight }: Belief): { group: RepairGroup; chance: number }[] {
  const withChance = groups
    .filter((g) => g.units.length > 0)
    .map((group) => ({ group, chance: group.members.reduce((sum, k) => sum + (weight[k] as number), 0) }));
  return withChance.sort((a, b) => b.chance / b.group.minutes - a.chance / a.group.minutes).slice(0, MOST_REPAIRS);
}

const MOST_REPAIRS = 4;

/** Which hypothesis leads after an outcome, with its suspect's probability then. */
export function leaderAfter({ active, weight, hypotheses }: Belief, share: Float64Array): { hypothesis: Hypothesis; probability: number } {
  const bySuspect = new Map<string, { first: number; top: number; sum: number }>();
  let total = 0;
  for (let k = 0; k < active.length; k++) {
    const w = (weight[k] as number) * (share[active[k] as number] as number);
    total += w;
    const id = (hypotheses[k] as Hypothesis).suspect;
    const s = bySuspect.get(id);
    if (!s) bySuspect.set(id, { first: k, top: w, sum: w });
    else {
      s.sum += w;
      if (w > s.top) [s.first, s.top] = [k, w];
    }
  }
  let best = { first: 0, sum: -1 };
  for (const s of bySuspect.values()) if (s.sum > best.sum) best = s;
  return { hypothesis: hypotheses[best.first] as Hypothesis, probability: total > 0 ? best.sum / total : 0 };
}
