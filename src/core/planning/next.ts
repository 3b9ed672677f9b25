import { type Hypothesis, remaining } from "../diagnosis/hypotheses";
import type { Bench, Ranking } from "../diagnosis/rank";
import type { Job } from "../job/fold";
import { isWallPoint } from "../job/safety";
import { type Outcomes, outcomesOf } from "./outcomes";
import { DEFAULT_RATES, panelMinutes, panelsToOpen, type Rates, type RepairGroup, repairGroups, repairOnlyMinutes } from "./repairs";
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
  readonly tests: readonly TestAction[];
  private readonly outcomes = new Map<string, Outcomes>();

  constructor(readonly bench: Bench) {
    this.tests = testsOf(bench.predictor.machine);
  }

  outcomesOf(test: TestAction, fitted: readonly string[]): Outcomes {
    const key = `${test.id}|${fitted.join()}`;
    let known = this.outcomes.get(key);
    if (!known) {
      known = outcomesOf(this.bench.predictor, this.bench.hypotheses, test, fitted);
      this.outcomes.set(key, known);
    }
    return known;
  }
}

const MAKE_SAFE_MINUTES = 2;
const ENERGISE_MINUTES = 2;
/** What one live test costs above its minutes: the hazard, as minutes (est.). */
const LIVE_HAZARD_MINUTES = 2;

/** Tests that the job allows and that were not made yet, each valued on the present posterior; the best first. */
export function valueTests(catalogue: TestCatalogue, job: Job, ranking: Ranking, rates: Rates = DEFAULT_RATES): Valued[] {
  const { machine } = catalogue.bench.predictor;
  const fitted = job.fitted.map((f) => f.unit);
  const belief = beliefOf(catalogue.bench, ranking, fitted);
  const groups = repairGroups(machine, catalogue.bench.hypotheses, job.panelsOff, rates);
  const expected = new ExpectedRepair(groups, belief.length);
  const before = expected.of(belief);
  const unfixed = fitted.length > 0 ? 1 - ranking.fixed : 1;
  const valued: Valued[] = [];
  for (const test of catalogue.tests) {
    if (!isOffered(catalogue, job, test)) continue;
    const outcomes = catalogue.outcomesOf(test, fitted);
    if (outcomes.classes.length < 2) continue;
    const chances = outcomes.share.map((share) => dot(share, belief));
    const after = outcomes.share.reduce((sum, share) => sum + expected.of(belief, share), 0);
    const opens = panelsToOpen(machine, test.panels, job.panelsOff);
    const cost = test.minutes + panelMinutes(machine, opens) + stateMinutes(test, job);
    valued.push({ test, outcomes, chances, cost, opens, saves: (before - after) * unfixed });
  }
  return valued.sort((a, b) => worth(b) - worth(a));
}

/** Minutes saved per minute spent. */
export const worth = (v: Valued): number => v.saves / v.cost;

/** Posterior over the hypotheses in the bench's order, given that what was fitted so far has not put it right. */
export function beliefOf(bench: Bench, ranking: Ranking, fitted: readonly string[]): Float64Array {
  const at = new Map(bench.hypotheses.map((h, i) => [h.id, i]));
  const belief = new Float64Array(bench.hypotheses.length);
  let sum = 0;
  for (const s of ranking.suspects) {
    if (fitted.length > 0 && remaining(bench.predictor.machine, s.hypothesis.faults, fitted).length === 0) continue;
    belief[at.get(s.hypothesis.id) as number] = s.probability;
    sum += s.probability;
  }
  return sum > 0 ? belief.map((b) => b / sum) : belief;
}

function dot(a: Float64Array, b: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < a.length; i++) sum += (a[i] as number) * (b[i] as number);
  return sum;
}

/** Expected repair-only minutes of a belief over hypotheses; called for every outcome of every test, so it keeps its buffers. */
class ExpectedRepair {
  private readonly minutes: Float64Array;
  private readonly shares: Float64Array;
  private readonly groupOf: Int32Array;

  constructor(groups: readonly RepairGroup[], hypotheses: number) {
    this.minutes = Float64Array.from(groups, (g) => g.minutes);
    this.shares = new Float64Array(groups.length);
    this.groupOf = new Int32Array(hypotheses);
    groups.forEach((g, k) => {
      for (const i of g.members) this.groupOf[i] = k;
    });
  }

  of(belief: Float64Array, share?: Float64Array): number {
    this.shares.fill(0);
    for (let i = 0; i < belief.length; i++) {
      const k = this.groupOf[i] as number;
      this.shares[k] = (this.shares[k] as number) + (belief[i] as number) * (share ? (share[i] as number) : 1);
    }
    return repairOnlyMinutes(this.minutes, this.shares);
  }
}

function stateMinutes(test: TestAction, job: Job): number {
  switch (test.needs) {
    case "nothing":
      return 0;
    case "dead":
      return job.safety.power === "dead" ? 0 : MAKE_SAFE_MINUTES;
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
  let times = 0;
  for (const { status, entry } of job.record) {
    if (status !== "counts") continue;
    if (entry.kind === "fitted") times = 0;
    if (entry.kind === "sighting" && entry.body.value === "unknown" && entry.body.sight === test.sight && entry.body.part === test.part)
      times++;
  }
  return times;
}

/** The drum was last seen not to turn: there is no air to feel. */
function drumStands(job: Job): boolean {
  const last = job.evidence.findLast(
    (e) => e.finding.kind === "sighting" && ["turns", "starts"].includes(e.finding.sighting.sight) && e.fitted.length === job.fitted.length,
  );
  return last?.finding.kind === "sighting" && last.finding.sighting.value === "no";
}

function isSameTest(test: TestAction, finding: Job["evidence"][number]["finding"]): boolean {
  if (test.kind === "sighting")
    return finding.kind === "sighting" && finding.sighting.sight === test.sight && finding.sighting.part === test.part;
  if (finding.kind !== "reading") return false;
  const { reading } = finding;
  const same = [...reading.between].sort().join() === [...test.setup.between].sort().join();
  return same && reading.unit === test.setup.unit && controlsAgree(reading.controls, test.setup.controls);
}

const controlsAgree = (a: Readonly<Record<string, string>>, b: Readonly<Record<string, string>>): boolean =>
  Object.keys({ ...a, ...b }).every((k) => a[k] === undefined || b[k] === undefined || a[k] === b[k]);

/** The repair with the best chance per minute, with its probability of putting it right. */
export function bestRepair(
  catalogue: TestCatalogue,
  job: Job,
  belief: Float64Array,
  rates: Rates = DEFAULT_RATES,
): { group: RepairGroup; chance: number } | undefined {
  const groups = repairGroups(catalogue.bench.predictor.machine, catalogue.bench.hypotheses, job.panelsOff, rates);
  let best: { group: RepairGroup; chance: number } | undefined;
  for (const group of groups) {
    const chance = group.members.reduce((sum, i) => sum + (belief[i] as number), 0);
    if (!best || chance / group.minutes > best.chance / best.group.minutes) best = { group, chance };
  }
  return best;
}

/** Which hypothesis leads after an outcome, with its probability then. */
export function leaderAfter(
  hypotheses: readonly Hypothesis[],
  belief: Float64Array,
  share: Float64Array,
): { hypothesis: Hypothesis; probability: number } {
  let best = 0;
  let sum = 0;
  for (let i = 0; i < belief.length; i++) {
    const w = (belief[i] as number) * (share[i] as number);
    sum += w;
    if (w > (belief[best] as number) * (share[best] as number)) best = i;
  }
  const w = (belief[best] as number) * (share[best] as number);
  return { hypothesis: hypotheses[best] as Hypothesis, probability: sum > 0 ? w / sum : 0 };
}
