import { panelsToOpen } from "../access/panels";
import { item } from "../array/at";
import { contradiction } from "../diagnosis/contradiction";
import type { Hypothesis } from "../diagnosis/hypotheses";
import type { Ranking } from "../diagnosis/rank";
import { isOfRoom, wantsRoom } from "../diagnosis/room";
import { findingKind } from "../finding/finding";
import { dangerOfRunning } from "../job/checks/index";
import type { Job } from "../job/fold";
import { disturbsGas } from "../job/gas";
import { assembliesFitted } from "../job/state";
import { isDeadWork, partsOfAssembly, type Repair, repairOf, replaces } from "../machine/assembly";
import type { Machine } from "../machine/format";
import { pieceId } from "../machine/pieces";
import type { Belief } from "./belief";
import type { TestCatalogue } from "./catalogue";
import { type Beside, cheapBeside } from "./cheap-beside";
import {
  againFor,
  doubt,
  doubtBeforePart,
  doubtBeforeTest,
  doubtLeads,
  isLikelyOutside,
  lookedOutside,
  shareOf,
  stillToTest,
} from "./doubt";
import { expectations } from "./expectations";
import { foundOutside, type OutsidePiece } from "./found-outside";
import { type Choice, choose, LIVE_HAZARD_MINUTES, leaderAfter, type RepairChance, repairChances } from "./next";
import { numberBeforeClosing, numberBeforeWager } from "./numbers-of-run";
import { offeredTests, timesTaken } from "./offered";
import { sharesByRow } from "./outcomes";
import { dueOf, ownStanding, ownTestLeft } from "./own-tests";
import { makeSafe, type Needs, preparation } from "./prepare";
import { mayProve } from "./proofs";
import { type OtherTest, type Proposal, plain, type Reason, type SetOffer, type StepOf } from "./proposal";
import { CALL_BACK_MINUTES, PROVE_MINUTES, type RepairGroup, withSiblings, workAndPrice } from "./repairs";
import { foundNothingSinceSwitch, insteadOf, promisedTest } from "./steady";
import type { TestAction } from "./tests";
import { type Valued, worth } from "./valued";
import { examine, wayToClose } from "./way-to-close";

/** Above this the repair is taken to be done: on to the proof. */
const SURELY_FIXED = 0.75;
/** Above this a repair is proven before another part is fitted: a run costs less than a wrong part. */
const PROVE_BEFORE_NEXT_PART = 0.3;
const MOST_OTHERS = 5;
/** Outcomes less likely than this are not weighed for what a test tells apart. */
const TOLD_APART = 0.03;
/** A next best test worth less than this per minute is not named. */
const WORTH_NAMING = 0.5;

/**
 * The next step of a job: a test while one saves more than it costs, else the repair; after the repair, the way to a safe close. `before`: the proposal
 * before it, whose promise is kept between equals, and told where it is not.
 */
export function propose(catalogue: TestCatalogue, job: Job, ranking: Ranking, before?: Proposal): Proposal | undefined {
  const next = proposed(catalogue, job, ranking, before);
  const proposal = next?.step.kind === "close" ? (numberBeforeClosing(catalogue, job, ranking) ?? next) : next;
  const instead = before && proposal && insteadOf(before, proposal, job);
  return instead ? { ...proposal, instead } : proposal;
}

function proposed(catalogue: TestCatalogue, job: Job, ranking: Ranking, before: Proposal | undefined): Proposal | undefined {
  if (job.closed) return undefined;
  const { machine } = catalogue.suspects.predictor;
  const first = dangerFirst(machine, job);
  if (first) return first;
  const sibling = job.proof ? undefined : siblingDue(machine, job);
  if (sibling !== undefined) return proposeSibling(machine, job, sibling);
  const beside = job.fitted.length > 0 && !job.proof ? cheapBeside(catalogue.suspects, job, ranking) : undefined;
  const provable = mayProve(job);
  if (provable && ranking.fixed >= SURELY_FIXED - (beside?.share ?? 0))
    return beside ? proposeBeside(machine, job, beside) : wayToClose(machine, job);
  const outside = foundOutside(job);
  if (outside?.mended) return wayToClose(machine, job);
  const promised = before && promisedTest(before, job);
  const choice = choose(catalogue, job, ranking, { promised });
  if (!choice) return wayToClose(machine, job);
  const kept =
    before && foundNothingSinceSwitch(job) ? offeredTests(catalogue.tests, machine, job).find((t) => t.id === promised) : undefined;
  if (before && kept) return { ...proposeTest(catalogue, job, choice, choice.valued(kept)), reason: before.reason };
  const number = job.safety.power === "live" && foundNothingSinceSwitch(job) ? numberNow(catalogue, job, choice) : undefined;
  if (number) return number;
  const mayBeFixed = provable && ranking.fixed > PROVE_BEFORE_NEXT_PART;
  const { action, by } = choice;
  const doubted = doubtedStep(catalogue, job, ranking, choice);
  if (mayBeFixed && (doubted || action?.kind !== "test")) return wayToClose(machine, job);
  if (!doubted && !action && provable && ranking.fixed > ranking.outside) return wayToClose(machine, job);
  if (doubted || !action) return doubted ?? givingUp(catalogue, job, ranking, choice, "little to test");
  if (action.kind === "test") {
    if (mayBeFixed && worth(action.valued) * (1 - ranking.fixed) < 1) return wayToClose(machine, job);
    if (doubtBeforeTest(ranking, action.valued, machine, job)) return doubt(catalogue, job, ranking, "little to test");
    return { ...proposeTest(catalogue, job, choice, action.valued), by };
  }
  if (action.group.assemblies.length === 0) return wayToClose(machine, job);
  const clash = clashFirst(catalogue, job, ranking, choice);
  if (clash) return clash;
  const room = roomFirst(catalogue, job, choice, action.group);
  if (room) return room;
  const fit = proposeFit(catalogue, job, choice, action);
  const assembly = dueOf(catalogue, job, choice.belief, action.group);
  if (!isDear(machine, job, assembly) || !doubtBeforePart(ranking, isWager(fit), machine, job))
    return beforeWager(catalogue, job, choice, fit, action.group) ?? { ...fit, by };
  return doubt(catalogue, job, ranking, { assembly, wager: isWager(fit) });
}

/** The power was just switched on, and the likeliest repair is a wager: its number is what for. It is taken before anybody turns to something else. */
function numberNow(catalogue: TestCatalogue, job: Job, choice: Choice): Proposal | undefined {
  const [repair] = [...choice.repairs].sort((a, b) => b.chance - a.chance);
  if (!repair || repair.group.assemblies.length === 0) return undefined;
  const number = beforeWager(catalogue, job, choice, proposeFit(catalogue, job, choice, repair), repair.group);
  return number?.step.kind === "test" ? number : undefined;
}

/** Before a part is bought that nobody found bad: a number of the run, where nobody has it. */
function beforeWager(catalogue: TestCatalogue, job: Job, choice: Choice, fit: Proposal, group: RepairGroup): Proposal | undefined {
  const test = isWager(fit) ? numberBeforeWager(catalogue, job, choice.belief, group) : undefined;
  return (
    test && {
      ...proposeTest(catalogue, job, choice, choice.valued(test)),
      reason: { code: "before-wager", assembly: item(group.assemblies, 0) },
    }
  );
}

/** A part is bought; or something is remade though what was remade before did not help. */
const isDear = (machine: Machine, { fitted }: Job, assembly: string): boolean =>
  replaces(repairOf(machine, assembly)) || fitted.some((f) => f.action === "put-right");

/** A part that was not found bad itself. */
const isWager = ({ reason }: Proposal): boolean => reason.code === "likely-repair" && reason.wager === true;

/**
 * Before anything else: the power out of what may not be run, gas that leaks, and, of a machine that tripped, its insulation: at the plug, in a minute.
 */
function dangerFirst(machine: Machine, job: Job): Proposal | undefined {
  const danger = dangerOfRunning(machine, job);
  if (!danger) return undefined;
  if (danger.code === "leak" && danger.because !== "joint") return examine(machine, job, danger);
  if (job.safety.power === "live") return { ...makeSafe(), prepares: { for: "check", check: danger } };
  return danger.code === "insulation" ? examine(machine, job, danger) : undefined;
}

function proposeTest(catalogue: TestCatalogue, job: Job, choice: Choice, best: Valued): Proposal {
  const { predictor, healthy } = catalogue.suspects;
  const { test } = best;
  const rest = choice.tests.filter((t) => t.test.id !== test.id);
  const facts = {
    minutes: best.cost - hazardOf(test),
    reason: whyTest(choice.belief, best, rest[0]),
    expects: expectations(choice.belief, best, healthy),
    others: othersOf(rest),
  };
  const before = preparation(predictor.machine, job, needsOfTest(best), { for: "test", test });
  if (before) return { ...before, ...facts };
  const again = timesTaken(job, test) > 0;
  return { step: { kind: "test", test, again }, ...facts, ...(test.needs === "live" && { caution: "live-test" }) };
}

/** While the record is likelier under none of the suspects, nothing is fitted: entries are taken again, or it is said. */
function doubtedStep(catalogue: TestCatalogue, job: Job, ranking: Ranking, choice: Choice): Proposal | undefined {
  const { machine } = catalogue.suspects.predictor;
  const found = foundOutside(job);
  if (found && isLikelyOutside(ranking)) return proposeMend(machine, job, found.piece, ranking.outside);
  if (!doubtLeads(ranking, machine, job)) return undefined;
  const left = stillToTest(catalogue, job, ranking, choice);
  if (!left) return givingUp(catalogue, job, ranking, choice);
  if ("test" in left) return proposeTest(catalogue, job, choice, left.test);
  return onceMore(catalogue, job, ranking, choice, left.again, left.entry);
}

/**
 * Once that was looked for and not found, what is likely is still measured itself before anybody gives up; and what was found bad itself is put right
 * if that is likelier than what nobody has found.
 */
function givingUp(catalogue: TestCatalogue, job: Job, ranking: Ranking, choice: Choice, before?: "little to test"): Proposal {
  const { belief, groups } = choice;
  if (lookedOutside(catalogue.suspects.predictor.machine, job)) {
    const own = ownTestLeft(catalogue, job, belief, groups);
    if (own) return proposeTest(catalogue, job, choice, choice.valued(own));
    const [likeliest] = repairChances(groups, belief).sort((a, b) => b.chance - a.chance);
    if (
      likeliest &&
      shareOf(ranking, likeliest.chance, job) > ranking.outside &&
      ownStanding(catalogue, job, belief, likeliest.group) === "bad"
    )
      return proposeFit(catalogue, job, choice, likeliest);
  }
  return doubt(catalogue, job, ranking, before);
}

/** Before anything is fitted, what does not go with the rest of the record is taken again, once. */
function clashFirst(catalogue: TestCatalogue, job: Job, ranking: Ranking, choice: Choice): Proposal | undefined {
  const clash = contradiction(catalogue.suspects, job);
  const again = clash && againFor(catalogue, job, clash.entry);
  return again && onceMore(catalogue, job, ranking, choice, again, clash.entry);
}

/** Before a part is fitted that reads otherwise in a cold room: how warm it is here. */
function roomFirst(catalogue: TestCatalogue, job: Job, choice: Choice, { assemblies }: RepairGroup): Proposal | undefined {
  const { machine } = catalogue.suspects.predictor;
  const part = assemblies.flatMap((a) => partsOfAssembly(machine, a)).find((p) => wantsRoom(job.evidence, p, machine));
  const test = part === undefined ? undefined : offeredTests(catalogue.tests, machine, job).find((t) => isOfRoom(t.question));
  if (part === undefined || !test || timesTaken(job, test) > 0) return undefined;
  return { ...proposeTest(catalogue, job, choice, choice.valued(test)), reason: { code: "room-first", part } };
}

/** The test by which an entry that is doubted is taken again. */
function onceMore(catalogue: TestCatalogue, job: Job, { outside }: Ranking, choice: Choice, again: TestAction, entry: string): Proposal {
  return { ...proposeTest(catalogue, job, choice, choice.valued(again)), reason: { code: "doubt", outside, entries: [entry] } };
}

/** A live test's hazard is weighed as minutes, and is none. */
const hazardOf = ({ needs }: TestAction): number => (needs === "live" ? LIVE_HAZARD_MINUTES : 0);

const POWER_FOR: Record<TestAction["needs"], Needs["power"]> = { dead: "dead", nothing: "any", live: "live", running: "live" };

function needsOfTest({ test, opens, closes }: Valued): Needs {
  const touched = test.needs === "dead" ? findingKind(test.question).touches(test.question) : [];
  return { power: POWER_FOR[test.needs], opens, closes, touched };
}

const othersOf = (tests: readonly Valued[]): OtherTest[] =>
  tests.slice(0, MOST_OTHERS).map(({ test, cost, saves }) => ({ test, minutes: cost, saves }));

function whyTest(belief: Belief, { outcomes, chances, saves, cost }: Valued, runnerUp: Valued | undefined): Reason {
  const likely = chances
    .map((chance, c) => ({ c, chance }))
    .filter(({ chance }) => chance > TOLD_APART)
    .sort((a, b) => b.chance - a.chance);
  const leaders = new Map<string, Hypothesis>();
  for (const { c } of likely) {
    const { hypothesis } = leaderAfter(belief, outcomes, sharesByRow(outcomes, [c]));
    if (!leaders.has(hypothesis.suspect)) leaders.set(hypothesis.suspect, hypothesis);
  }
  const [one, other] = leaders.values();
  const next = runnerUp && worth(runnerUp) > WORTH_NAMING ? { test: runnerUp.test, minutes: runnerUp.cost } : undefined;
  return { code: "tells", saves, minutes: cost, ...(one && other && { apart: [one, other] }), ...(next && { next }) };
}

function proposeFit(catalogue: TestCatalogue, job: Job, choice: Choice, { group, chance }: RepairChance): Proposal {
  const { machine } = catalogue.suspects.predictor;
  const fitted = assembliesFitted(job);
  const left = group.assemblies.filter((a) => !fitted.includes(a));
  const assembly = dueOf(catalogue, job, choice.belief, group);
  const repair = repairOf(machine, assembly);
  const [best] = choice.tests;
  const set = setOffer(machine, group.assemblies);
  const reason: Reason = {
    code: "likely-repair",
    assemblies: left,
    chance,
    ...(replaces(repair) && ownStanding(catalogue, job, choice.belief, group) !== "bad" && { wager: true as const }),
    ...(best && { bestTest: { test: best.test, saves: best.saves, minutes: best.cost } }),
    ...(set && { set }),
  };
  const { minutes, price } = workAndPrice(machine, left.length > 0 ? left : group.assemblies, job.panelsOff);
  const facts = { minutes, ...(price > 0 && { price }), reason, others: othersOf(choice.tests), expects: [] };
  const before = preparation(machine, job, needsOfRepair(machine, job, repair), { for: "fit", assembly });
  if (before) return { ...before, ...facts };
  return { step: fitStep(repair), ...facts, ...(disturbsGas(machine, assembly) && { caution: "gas-work" }) };
}

function needsOfRepair(machine: Machine, { panelsOff }: Job, repair: Repair): Needs {
  const dead = isDeadWork(repair);
  return {
    power: dead ? "dead" : "any",
    opens: panelsToOpen(machine, [repair.panel], panelsOff),
    touched: dead ? partsOfAssembly(machine, repair.id) : [],
  };
}

/** A piece that no circuit shows, found bad, is put right. */
function proposeMend(machine: Machine, job: Job, piece: OutsidePiece, outside: number): Proposal {
  const repair = repairOf(machine, pieceId(piece));
  const reason: Reason = { code: "found-bad", outside };
  const before = preparation(machine, job, needsOfRepair(machine, job, repair), { for: "fit", assembly: repair.id });
  if (before) return { ...before, reason };
  return plain(fitStep(repair), repair.minutes, reason, disturbsGas(machine, repair.id) ? "gas-work" : undefined);
}

/** What may be wrong besides and is cheap to put right now. */
function proposeBeside(machine: Machine, job: Job, { repair, share }: Beside): Proposal {
  const reason: Reason = { code: "beside", chance: share, minutes: repair.minutes };
  const before = preparation(machine, job, needsOfRepair(machine, job, repair), { for: "fit", assembly: repair.id });
  return before ? { ...before, reason } : plain(fitStep(repair), repair.minutes, reason);
}

/** Who fits sets: the next assembly of a set that was begun. */
function siblingDue(machine: Machine, job: Job): string | undefined {
  if (job.preference.parts !== "set") return undefined;
  const begun = job.fitted.filter((f) => f.action === "replaced").map((f) => f.assembly);
  if (begun.length === 0) return undefined;
  const done = assembliesFitted(job);
  return withSiblings(machine, begun).find((a) => !done.includes(a));
}

function proposeSibling(machine: Machine, job: Job, assembly: string): Proposal {
  const repair = repairOf(machine, assembly);
  const reason: Reason = { code: "sibling" };
  const before = preparation(machine, job, { ...needsOfRepair(machine, job, repair), power: "dead" }, { for: "fit", assembly });
  return before ? { ...before, reason } : plain(fitStep(repair), repair.minutes, reason);
}

/** Chance that a new part is bad out of its box (est.), and the minutes of metering it. */
export const BAD_NEW_PART = 0.015;
const METER_NEW_MINUTES = 0.7;

/** Measuring the new part is an action with a price like any other. */
function fitStep(repair: Repair): StepOf<"fit"> {
  const saves = BAD_NEW_PART * (repair.minutes + 2 * PROVE_MINUTES + CALL_BACK_MINUTES / 2);
  return { kind: "fit", assembly: repair.id, replaces: replaces(repair), meterNew: saves > METER_NEW_MINUTES };
}

/** What those who fit sets would do besides, with its price; `undefined` where nothing of a set is left. */
function setOffer(machine: Machine, assemblies: readonly string[]): SetOffer | undefined {
  const more = withSiblings(machine, assemblies).filter((a) => !assemblies.includes(a));
  const set = machine.sets.find((s) => more.some((a) => s.assemblies.includes(a)));
  if (!set) return undefined;
  const repairs = more.map((a) => repairOf(machine, a));
  return {
    set: set.id,
    minutes: repairs.reduce((sum, r) => sum + r.minutes, 0),
    price: repairs.reduce((sum, r) => sum + r.price, 0),
    callBack: set.callBack.value,
  };
}
