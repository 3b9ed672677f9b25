import type { Ranking } from "../diagnosis/rank";
import type { Blocker } from "../job/closing";
import type { Job } from "../job/fold";
import { chargedCapacitor } from "../job/safety";
import type { Machine } from "../machine/schema";
import { formatValue } from "../quantity/format";
import type { Belief } from "./belief";
import { type Choice, choose, LOOKAHEAD, type Lookahead, leaderAfter, type TestCatalogue, timesTaken, type Valued, worth } from "./next";
import type { BandUnit, OutcomeClass } from "./outcomes";
import {
  CALL_BACK_MINUTES,
  DEFAULT_RATES,
  PROVE_MINUTES,
  panelsToOpen,
  type Rates,
  type UnitRepair,
  unitRepair,
  withSiblings,
} from "./repairs";
import type { TestAction } from "./tests";

/** What an outcome looks like and what it would mean. */
export interface Expectation {
  readonly label: string;
  /** Leading suspect after it. */
  readonly meaning: string;
  readonly chance: number;
  /** The class in which a healthy machine reads. */
  readonly healthy: boolean;
}

/** One step to take now. `step` is what the main button records. */
export interface Proposal {
  readonly step:
    | { readonly kind: "test"; readonly test: TestAction }
    | { readonly kind: "make-safe" }
    | { readonly kind: "discharge"; readonly part: string }
    | { readonly kind: "energise" }
    | { readonly kind: "panel"; readonly panel: string; readonly state: "off" | "on" }
    | { readonly kind: "fit"; readonly unit: string; readonly replaces: boolean }
    | { readonly kind: "examine"; readonly blocker: Blocker }
    | { readonly kind: "prove" }
    | { readonly kind: "close" };
  readonly title: string;
  readonly detail: string;
  /** Minutes of what is proposed, preparations included. */
  readonly minutes: number;
  /** Why this and not another, in words. */
  readonly why: string;
  readonly expects: readonly Expectation[];
  /** What this step prepares, when it is only a preparation. */
  readonly prepares?: string;
  readonly caution?: string;
  readonly others: readonly { readonly title: string; readonly minutes: number; readonly saves: number; readonly test: TestAction }[];
  /** How it was chosen: the small problem solved exactly, or by looking ahead; left out where nothing was to choose. */
  readonly by?: Choice["by"];
}

/** Above this the repair is taken to be done: on to the proof. */
const SURELY_FIXED = 0.75;
/** Above this a repair is proven before another part is fitted: a run costs less than a wrong part. */
const PROVE_BEFORE_NEXT_PART = 0.3;

/** The next step of a job: a test while one saves more than it costs, else the repair; after the repair, the way to a safe close. */
export function propose(
  catalogue: TestCatalogue,
  job: Job,
  ranking: Ranking,
  rates: Rates = DEFAULT_RATES,
  look: Lookahead = LOOKAHEAD,
): Proposal | undefined {
  if (job.closed) return undefined;
  const { machine } = catalogue.bench.predictor;
  const sibling = job.proof ? undefined : siblingDue(machine, job);
  if (sibling !== undefined) return proposeSibling(machine, job, sibling);
  if (job.fitted.length > 0 && ranking.fixed >= SURELY_FIXED) return wayToClose(machine, job);
  const choice = choose(catalogue, job, ranking, rates, look);
  if (!choice) return wayToClose(machine, job);
  const mayBeFixed = job.fitted.length > 0 && !job.proof && ranking.fixed > PROVE_BEFORE_NEXT_PART;
  if (choice.step.kind === "test") {
    const { valued } = choice.step;
    if (mayBeFixed && worth(valued) * (1 - ranking.fixed) < 1) return wayToClose(machine, job);
    return { ...proposeTest(catalogue, job, choice, valued), by: choice.by };
  }
  if (mayBeFixed) return wayToClose(machine, job);
  const { group, chance } = choice.step;
  if (group.units.length === 0) return wayToClose(machine, job);
  return { ...proposeFit(machine, job, group.units, group.minutes, chance, choice), by: choice.by };
}

const plain = (
  step: Proposal["step"],
  title: string,
  detail: string,
  minutes: number,
  why: string,
  extra: Partial<Proposal> = {},
): Proposal => ({
  step,
  title,
  detail,
  minutes,
  why,
  expects: [],
  others: [],
  ...extra,
});

/** After the repair: causes examined, panels back, power, proof, close. */
function wayToClose(machine: Machine, job: Job): Proposal {
  const cause = job.blockers.find((b) => b.code === "cause" || b.code === "vent" || b.code === "leak");
  if (cause && canExamineNow(machine, job, cause)) {
    const dead = needsDead(cause) && job.safety.power !== "dead";
    if (dead) return makeSafe(cause.todo, 2);
    return plain({ kind: "examine", blocker: cause }, cause.todo, `Because ${cause.says}`, 4, reasonFor(cause));
  }
  const last = job.panelsOff.at(-1);
  if (last !== undefined) {
    const panel = machine.panels.find((p) => p.id === last);
    return plain(
      { kind: "panel", panel: last, state: "on" },
      `Put the ${panel?.name ?? last} back`,
      panel?.fasteners ?? "",
      panel?.minutesOn ?? 3,
      "Every panel and fastener goes back before power.",
      {
        caution: job.safety.power === "live" ? "The machine is recorded as live: cord out first." : undefined,
      },
    );
  }
  if (job.safety.power !== "live") {
    return plain(
      { kind: "energise" },
      "Power on",
      "Nothing left inside, wires clear of panel edges, door shut. Then cord in.",
      1,
      "Only a run proves the repair.",
      {
        caution: "From here the machine is live: no dead test counts until it is made safe again.",
      },
    );
  }
  const proven = job.proof?.starts === "yes" && job.proof.turns === "yes" && job.proof.warm === "yes";
  if (!proven)
    return plain(
      { kind: "prove" },
      "Prove it",
      "Start it on heat: starts, turns, warm within two minutes, heat cycles, air strong outside.",
      PROVE_MINUTES + 8,
      "The job can be closed when it has run.",
    );
  if (cause) return plain({ kind: "examine", blocker: cause }, cause.todo, `Because ${cause.says}`, 4, reasonFor(cause));
  return plain(
    { kind: "close" },
    "Close the job",
    "Nothing is left open: causes examined, panels back, proven.",
    2,
    "Every check is done.",
  );
}

/** A cause that only a run can show waits for the run: thermostats for the proof, the air until the machine is closed and on. */
function canExamineNow(machine: Machine, job: Job, cause: Blocker): boolean {
  const kind = machine.parts.find((p) => p.id === cause.part)?.kind;
  if (kind === "thermostat") return job.proof !== undefined;
  if (cause.by === "air") return job.safety.power === "live" && job.panelsOff.length === 0;
  return true;
}

const needsDead = (cause: Blocker): boolean => cause.by === "cabinet" || cause.by === "across";

function makeSafe(purpose: string, minutes: number): Proposal {
  return plain(
    { kind: "make-safe" },
    "Make it safe",
    "Cord out (or breaker off). Meter on a known source, on the machine, on the known source again.",
    minutes,
    `Needed before: ${purpose}`,
    {
      prepares: purpose,
      caution: "No resistance range until it is proven dead.",
    },
  );
}

function proposeTest(catalogue: TestCatalogue, job: Job, choice: Choice, best: Valued): Proposal {
  const { machine } = catalogue.bench.predictor;
  const { test } = best;
  const rest = choice.tests.filter((t) => t.test.id !== test.id);
  const base = {
    minutes: best.cost,
    why: whyText(choice, best, rest[0]),
    expects: expectations(choice.belief, best, catalogue.bench.healthy),
    others: othersOf(rest),
  };
  const preparation = prepare(
    machine,
    job,
    test.needs === "dead" ? "dead" : test.needs === "nothing" ? "any" : "live",
    best.opens,
    test.title,
    touchedBy(test),
  );
  if (preparation) return { ...preparation, ...base, prepares: test.title };
  const caution = test.needs === "live" ? "Live: one hand, insulated probes, nothing else touched." : undefined;
  const again = timesTaken(job, test) > 0;
  return {
    step: { kind: "test", test },
    title: again ? `Once more: ${lower(test.title)}` : test.title,
    detail: test.how,
    ...base,
    ...(caution && { caution }),
  };
}

const othersOf = (tests: readonly Valued[]): Proposal["others"] =>
  tests.slice(0, 5).map((v) => ({ title: v.test.title, minutes: v.cost, saves: v.saves, test: v.test }));

/** Points and parts that hands or probes touch on a dead machine. */
const touchedBy = (test: TestAction): readonly string[] =>
  test.kind === "reading"
    ? [...test.setup.between, ...test.setup.wiresOff]
    : test.kind === "sighting" && test.part && test.needs === "dead"
      ? [`${test.part}.1`]
      : [];

/** What must be done before: power in the state that is needed, panels off. */
function prepare(
  machine: Machine,
  job: Job,
  power: "dead" | "live" | "any",
  opens: readonly string[],
  then: string,
  touched: readonly string[] = [],
): Proposal | undefined {
  const toOpen = opens[0];
  if ((power === "dead" || toOpen !== undefined) && job.safety.power !== "dead") return makeSafe(then, 2);
  if (toOpen !== undefined) {
    const panel = machine.panels.find((p) => p.id === toOpen);
    const tools = panel?.tools.length ? ` Tools: ${panel.tools.join(", ")}.` : "";
    return plain(
      { kind: "panel", panel: toOpen, state: "off" },
      `Take off the ${panel?.name ?? toOpen}`,
      `${panel?.fasteners ?? ""}.${tools}`,
      panel?.minutesOff ?? 3,
      `To reach: ${then}`,
    );
  }
  const charged = power === "dead" ? chargedCapacitor(machine, touched, job.safety) : undefined;
  if (charged !== undefined) {
    const name = machine.parts.find((p) => p.id === charged)?.name.toLowerCase() ?? charged;
    return plain(
      { kind: "discharge", part: charged },
      `Discharge the ${name}`,
      "Through a resistor across its terminals, insulated tool, then measure that no voltage is left.",
      0.5,
      `Before: ${then}`,
      { caution: "It may hold a dangerous charge with the cord out." },
    );
  }
  if (power === "live" && job.safety.power === "dead") {
    return plain(
      { kind: "energise" },
      "Power on to watch it",
      "Hands and tools out, panels where they must be, cord in.",
      2,
      `Needed for: ${then}`,
      {
        caution: "From here the machine is live: no dead test counts until it is made safe again.",
      },
    );
  }
  return undefined;
}

function proposeFit(machine: Machine, job: Job, units: readonly string[], minutes: number, chance: number, choice: Choice): Proposal {
  const left = units.filter((u) => !job.fitted.some((f) => f.unit === u));
  const unit = left[0] ?? (units[0] as string);
  const repair = unitRepair(machine, unit);
  const percent = Math.round(chance * 100);
  const best = choice.tests[0];
  const why =
    `${percent} % that ${left.length > 1 ? `${left.map((u) => unitRepair(machine, u).name.toLowerCase()).join(" with ")} together are` : "this is"} the repair` +
    (best
      ? `; the best test left (${lower(best.test.title)}) would save ${minutesSay(Math.max(0, best.saves))} for ${minutesSay(best.cost)}.`
      : "; no test left tells more.") +
    setSays(machine, units);
  const base = { minutes, why, others: othersOf(choice.tests), expects: [] };
  const dead = repair.panel !== null || repair.replaces;
  const touched = machine.parts.filter((p) => (p.unit ?? p.id) === unit).map((p) => p.id);
  const preparation = prepare(
    machine,
    job,
    dead ? "dead" : "any",
    panelsToOpen(machine, [repair.panel], job.panelsOff),
    repair.says,
    dead ? touched : [],
  );
  if (preparation) return { ...preparation, ...base, prepares: repair.says };
  return {
    step: { kind: "fit", unit, replaces: repair.replaces },
    title: repair.says,
    detail: repair.replaces
      ? `New part beside old: same ratings, same terminals. ${meterNewSays(repair)} Never bridge a fuse or limit.`
      : "Then record it.",
    ...base,
    ...(disturbsGas(machine, unit) && {
      caution: "Gas work: licensed practice and local code come first. Afterwards a leak test, or the job can't be closed.",
    }),
  };
}

/** Who fits sets: the next unit of a set that was begun. */
function siblingDue(machine: Machine, job: Job): string | undefined {
  if (job.school.parts !== "set") return undefined;
  const done = job.fitted.map((f) => f.unit);
  const begun = job.fitted.filter((f) => f.action === "replaced").map((f) => f.unit);
  return begun.length === 0 ? undefined : withSiblings(machine, begun).find((u) => !done.includes(u));
}

function proposeSibling(machine: Machine, job: Job, unit: string): Proposal {
  const repair = unitRepair(machine, unit);
  const touched = machine.parts.filter((p) => (p.unit ?? p.id) === unit).map((p) => p.id);
  const why = "It ages with what was fitted, and the labour is in the access: this job fits the set.";
  const before = prepare(machine, job, "dead", panelsToOpen(machine, [repair.panel], job.panelsOff), repair.says, touched);
  if (before) return { ...before, why, prepares: repair.says };
  return plain({ kind: "fit", unit, replaces: repair.replaces }, repair.says, meterNewSays(repair), repair.minutes, why);
}

/** Chance that a new part is bad out of its box (est.), and the minutes of metering it. */
const BAD_NEW_PART = 0.015;
const METER_NEW_MINUTES = 0.7;

/** Measuring the new part is an action with a price like any other. */
function meterNewSays(repair: UnitRepair): string {
  const saves = BAD_NEW_PART * (repair.minutes + 2 * PROVE_MINUTES + CALL_BACK_MINUTES / 2);
  return saves > METER_NEW_MINUTES
    ? `Meter the new part before it goes in: under a minute, against the chance of a bad one (est. ${(BAD_NEW_PART * 100).toFixed(1)} %).`
    : "A look at the new part will do: metering it costs more than it saves (est.).";
}

/** The school that fits the set, with its price, where the part has one. */
function setSays(machine: Machine, units: readonly string[]): string {
  const more = withSiblings(machine, units).filter((u) => !units.includes(u));
  if (more.length === 0) return "";
  const repairs = more.map((u) => unitRepair(machine, u));
  const minutes = repairs.reduce((sum, r) => sum + r.minutes, 0);
  const price = repairs.reduce((sum, r) => sum + r.price, 0);
  const set = machine.sets.find((s) => more.some((u) => s.units.includes(u)));
  return ` Fitting the ${set?.name ?? "set"} would add ${Math.round(price)} and ${minutesSay(minutes)}, and spare a call-back in ${Math.round((set?.callBack.value ?? 0) * 100)} % (est.).`;
}

const disturbsGas = (machine: Machine, unit: string): boolean =>
  machine.parts.some((p) => (p.kind === "gas-valve" || p.kind === "gas-supply") && (p.unit ?? p.id) === unit);

function expectations(belief: Belief, valued: Valued, healthy: number): Expectation[] {
  const most = Math.max(...valued.outcomes.share.map((s) => s[healthy] as number));
  return valued.outcomes.classes
    .map((c, k): Expectation => {
      const share = valued.outcomes.share[k] as Float64Array;
      const leader = leaderAfter(belief, share);
      return {
        label: outcomeLabel(c),
        meaning: `${leader.hypothesis.sentence}, ${Math.round(leader.probability * 100)}\u00a0%`,
        chance: valued.chances[k] as number,
        healthy: share[healthy] === most,
      };
    })
    .filter((e) => e.chance > 0.02 || e.healthy)
    .sort((a, b) => b.chance - a.chance)
    .slice(0, 4);
}

export function outcomeLabel(c: OutcomeClass): string {
  switch (c.kind) {
    case "open":
      return "OL";
    case "answer":
      return c.says;
    case "band":
      return c.high < 1 && c.unit === "ohm" ? `under ${Math.max(0.5, c.high).toFixed(1)} Ω` : rangeLabel(c.low, c.high, c.unit);
  }
}

function rangeLabel(low: number, high: number, unit: BandUnit): string {
  const [a, b] = [formatValue(low, unit), formatValue(high, unit)];
  if (a === b) return a;
  const [, aUnit] = a.split(" ");
  const [, bUnit] = b.split(" ");
  return aUnit === bUnit ? `${a.split(" ")[0]} to ${b}` : `${a} to ${b}`;
}

function whyText({ belief }: Choice, best: Valued, runnerUp: Valued | undefined): string {
  const likely = best.outcomes.share.map((share, k) => ({ share, chance: best.chances[k] as number })).filter((c) => c.chance > 0.03);
  likely.sort((a, b) => b.chance - a.chance);
  const leaders = [...new Set(likely.map((c) => lower(leaderAfter(belief, c.share).hypothesis.sentence)))];
  const separates = leaders.length > 1 ? `Tells “${leaders[0]}” from “${leaders[1]}”. ` : "";
  const price =
    best.saves >= 1
      ? `Saves ${minutesSay(best.saves)} of repair for ${minutesSay(best.cost)} of work.`
      : `Clears the way for the test after it; ${minutesSay(best.cost)}.`;
  const second = runnerUp && worth(runnerUp) > 0.5 ? ` Next best: ${lower(runnerUp.test.title)} (${minutesSay(runnerUp.cost)}).` : "";
  return `${separates}${price}${second}`;
}

export const minutesSay = (m: number): string => (m < 1 ? "under a minute" : `${Math.round(m)} min`);
const lower = (s: string): string => s.charAt(0).toLowerCase() + s.slice(1);

const reasonFor = (cause: Blocker): string =>
  cause.code === "leak" ? "Nothing is lit before the joints are proven tight." : "A new part alone would bring the call back.";
