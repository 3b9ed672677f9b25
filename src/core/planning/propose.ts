import type { Hypothesis } from "../diagnosis/hypotheses";
import type { Ranking } from "../diagnosis/rank";
import type { Blocker } from "../job/closing";
import type { Job } from "../job/fold";
import type { Machine } from "../machine/schema";
import { formatValue } from "../quantity/format";
import { beliefOf, bestRepair, leaderAfter, type TestCatalogue, timesTaken, type Valued, valueTests, worth } from "./next";
import type { OutcomeClass } from "./outcomes";
import { DEFAULT_RATES, PROVE_MINUTES, panelsToOpen, type Rates, unitRepair } from "./repairs";
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
}

/** Above this the repair is taken to be done: on to the proof. */
const SURELY_FIXED = 0.75;
/** Above this a repair is proven before another part is fitted: a run costs less than a wrong part. */
const PROVE_BEFORE_NEXT_PART = 0.3;

/** The next step of a job: a test while one saves more than it costs, else the repair; after the repair, the way to a safe close. */
export function propose(catalogue: TestCatalogue, job: Job, ranking: Ranking, rates: Rates = DEFAULT_RATES): Proposal | undefined {
  if (job.closed) return undefined;
  const { machine } = catalogue.bench.predictor;
  if (job.fitted.length > 0 && ranking.fixed >= SURELY_FIXED) return wayToClose(machine, job);
  const belief = beliefOf(
    catalogue.bench,
    ranking,
    job.fitted.map((f) => f.unit),
  );
  const valued = valueTests(catalogue, job, ranking, rates);
  const [best, ...rest] = valued;
  if (best && worth(best) > 1) return proposeTest(catalogue, job, belief, best, rest);
  if (job.fitted.length > 0 && !job.proof && ranking.fixed > PROVE_BEFORE_NEXT_PART) return wayToClose(machine, job);
  const repair = bestRepair(catalogue, job, belief, rates);
  if (repair && repair.group.units.length > 0)
    return proposeFit(machine, job, repair.group.units, repair.group.minutes, repair.chance, best ? [best, ...rest] : []);
  return wayToClose(machine, job);
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
    const dead = needsDead(machine, cause) && job.safety.power !== "dead";
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
  if (kind === "duct" && cause.code === "cause") return job.safety.power === "live" && job.panelsOff.length === 0;
  return true;
}

const needsDead = (machine: Machine, cause: Blocker): boolean => machine.parts.find((p) => p.id === cause.part)?.kind === "element";

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

function proposeTest(catalogue: TestCatalogue, job: Job, belief: Float64Array, best: Valued, rest: readonly Valued[]): Proposal {
  const { machine } = catalogue.bench.predictor;
  const { test } = best;
  const why = whyText(catalogue.bench.hypotheses, belief, best, rest[0]);
  const base = {
    minutes: best.cost,
    why,
    expects: expectations(catalogue.bench.hypotheses, belief, best),
    others: rest.slice(0, 5).map((v) => ({ title: v.test.title, minutes: v.cost, saves: v.saves, test: v.test })),
  };
  const preparation = prepare(
    machine,
    job,
    test.needs === "dead" ? "dead" : test.needs === "nothing" ? "any" : "live",
    best.opens,
    test.title,
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

/** What must be done before: power in the state that is needed, panels off. */
function prepare(machine: Machine, job: Job, power: "dead" | "live" | "any", opens: readonly string[], then: string): Proposal | undefined {
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

function proposeFit(
  machine: Machine,
  job: Job,
  units: readonly string[],
  minutes: number,
  chance: number,
  tests: readonly Valued[],
): Proposal {
  const left = units.filter((u) => !job.fitted.some((f) => f.unit === u));
  const unit = left[0] ?? (units[0] as string);
  const repair = unitRepair(machine, unit);
  const percent = Math.round(chance * 100);
  const best = tests[0];
  const why =
    `${percent} % that ${left.length > 1 ? `${left.map((u) => unitRepair(machine, u).name.toLowerCase()).join(" with ")} together are` : "this is"} the repair` +
    (best
      ? `; the best test left (${lower(best.test.title)}) would save ${minutesSay(Math.max(0, best.saves))} for ${minutesSay(best.cost)}.`
      : "; no test left tells more.");
  const base = {
    minutes,
    why,
    others: tests.slice(0, 5).map((v) => ({ title: v.test.title, minutes: v.cost, saves: v.saves, test: v.test })),
    expects: [],
  };
  const dead = repair.panel !== null || repair.replaces;
  const preparation = prepare(machine, job, dead ? "dead" : "any", panelsToOpen(machine, [repair.panel], job.panelsOff), repair.says);
  if (preparation) return { ...preparation, ...base, prepares: repair.says };
  return {
    step: { kind: "fit", unit, replaces: repair.replaces },
    title: repair.says,
    detail: repair.replaces
      ? "New part beside old: same ratings, same terminals. Meter the new part before it goes in. Never bridge a fuse or limit."
      : "Then record it.",
    ...base,
    ...(disturbsGas(machine, unit) && {
      caution: "Gas work: licensed practice and local code come first. Afterwards a leak test, or the job can't be closed.",
    }),
  };
}

const disturbsGas = (machine: Machine, unit: string): boolean =>
  machine.parts.some((p) => (p.kind === "gas-valve" || p.kind === "gas-supply") && (p.unit ?? p.id) === unit);

function expectations(hypotheses: readonly Hypothesis[], belief: Float64Array, valued: Valued): Expectation[] {
  const healthy = hypotheses.findIndex((h) => h.faults.length === 0);
  const most = Math.max(...valued.outcomes.share.map((s) => s[healthy] as number));
  return valued.outcomes.classes
    .map((c, k): Expectation => {
      const share = valued.outcomes.share[k] as Float64Array;
      const leader = leaderAfter(hypotheses, belief, share);
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

function rangeLabel(low: number, high: number, unit: "ohm" | "volt"): string {
  const [a, b] = [formatValue(low, unit), formatValue(high, unit)];
  if (a === b) return a;
  const [, aUnit] = a.split(" ");
  const [, bUnit] = b.split(" ");
  return aUnit === bUnit ? `${a.split(" ")[0]} to ${b}` : `${a} to ${b}`;
}

function whyText(hypotheses: readonly Hypothesis[], belief: Float64Array, best: Valued, runnerUp: Valued | undefined): string {
  const likely = best.outcomes.share.map((share, k) => ({ share, chance: best.chances[k] as number })).filter((c) => c.chance > 0.03);
  likely.sort((a, b) => b.chance - a.chance);
  const leaders = [...new Set(likely.map((c) => lower(leaderAfter(hypotheses, belief, c.share).hypothesis.sentence)))];
  const separates = leaders.length > 1 ? `Tells “${leaders[0]}” from “${leaders[1]}”. ` : "";
  const price = `Saves ${minutesSay(best.saves)} of repair for ${minutesSay(best.cost)} of work.`;
  return `${separates}${price}${runnerUp && worth(runnerUp) > 0.5 ? ` Next best: ${lower(runnerUp.test.title)}.` : ""}`;
}

export const minutesSay = (m: number): string => (m < 1 ? "under a minute" : `${Math.round(m)} min`);
const lower = (s: string): string => s.charAt(0).toLowerCase() + s.slice(1);

const reasonFor = (cause: Blocker): string =>
  cause.code === "leak" ? "Nothing is lit before the joints are proven tight." : "A new part alone would bring the call back.";
