import { partsOfAssembly, repairOf, replaces } from "../../model/machine/assembly";
import type { Machine } from "../../model/machine/format";
import { dangerOfRunning } from "../../record/job/checks/index";
import { isProven } from "../../record/job/closing/proven";
import type { Job } from "../../record/job/fold";
import { contradiction } from "../diagnosis/contradiction";
import type { Ranking } from "../diagnosis/rank";
import { asksRoom, wantsRoom } from "../diagnosis/room";
import { cheapBeside } from "./cheap-beside";
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
import { foundOutside } from "./found-outside";
import { type Choice, choose } from "./next";
import { numberBeforeClosing, numberBeforeGamble } from "./numbers-of-run";
import { dueOf, ownStanding, ownTestLeft } from "./own-tests";
import { makeSafe } from "./prepare";
import { mayProve } from "./proofs";
import type { Before, Proposal } from "./proposal";
import { proposeBeside, proposeFit, proposeMend, proposeSibling, siblingDue } from "./propose-fit";
import { proposeTest } from "./propose-test";
import { type RepairChance, type RepairGroup, repairChances } from "./repairs";
import { foundNothingSinceSwitch, insteadOf, promisedTest } from "./steady";
import type { TestCatalogue } from "./tests/catalogue";
import { offeredTests, timesTaken } from "./tests/offered";
import type { TestAction } from "./tests/tests";
import { worth } from "./tests/valued";
import { examine, wayToClose } from "./way-to-close";

/** Above this the repair is taken to be done: on to the proof. */
const SURELY_FIXED = 0.75;
/** A run that went well closes a job only while the record gives two to one that all is put right: a trouble that comes and goes runs well too. */
const MAY_CLOSE = 2 / 3;
/** Above this a repair is proven before another part is fitted: a run costs less than a wrong part. */
const PROVE_BEFORE_NEXT_PART = 0.3;

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
  const danger = dangerFirst(machine, job);
  if (danger) return danger;
  const sibling = job.proof ? undefined : siblingDue(machine, job);
  if (sibling !== undefined) return proposeSibling(machine, job, sibling);
  const beside = job.fitted.length > 0 && !job.proof ? cheapBeside(catalogue.suspects, job, ranking) : undefined;
  const outside = foundOutside(job);
  // It ran well and yet, by the record, it is not put right.
  const unexplained = isProven(job) && ranking.fixed < MAY_CLOSE && !outside?.mended;
  const settling = unexplained && numberBeforeClosing(catalogue, job, ranking);
  if (settling) return settling;
  const provable = !unexplained && mayProve(job);
  if (provable && ranking.fixed >= SURELY_FIXED - (beside?.share ?? 0))
    return beside ? proposeBeside(machine, job, beside) : wayToClose(machine, job);
  if (outside?.mended) return wayToClose(machine, job);
  const promised = before && promisedTest(before, job);
  const choice = choose(catalogue, job, ranking, { promised });
  if (!choice) return unexplained ? doubt(catalogue, job, ranking, { fixed: ranking.fixed }) : wayToClose(machine, job);
  const kept =
    before && foundNothingSinceSwitch(job) ? offeredTests(catalogue.tests, machine, job).find((t) => t.id === promised) : undefined;
  if (before && kept) return { ...proposeTest(catalogue, job, choice, choice.valued(kept)), reason: before.reason };
  const mayBeFixed = provable && ranking.fixed > PROVE_BEFORE_NEXT_PART;
  const forNumber = !mayBeFixed && job.safety.power === "live" && foundNothingSinceSwitch(job);
  const number = forNumber ? numberNow(catalogue, job, choice) : undefined;
  if (number) return number;
  const { action, by } = choice;
  const giving: Before = unexplained ? { fixed: ranking.fixed } : "little to test";
  const doubted = doubtedStep(catalogue, job, ranking, choice);
  if (mayBeFixed && (doubted || action?.kind !== "test")) return wayToClose(machine, job);
  if (!doubted && !action && provable && ranking.fixed > ranking.outside) return wayToClose(machine, job);
  if (doubted || !action) return doubted ?? givingUp(catalogue, job, ranking, choice, giving);
  if (action.kind === "test") {
    if (mayBeFixed && worth(action.valued) * (1 - ranking.fixed) < 1) return wayToClose(machine, job);
    if (doubtBeforeTest(ranking, action.valued, machine, job)) return doubt(catalogue, job, ranking, "little to test");
    return { ...proposeTest(catalogue, job, choice, action.valued), by };
  }
  if (action.group.assemblies.length === 0)
    return unexplained ? givingUp(catalogue, job, ranking, choice, giving) : wayToClose(machine, job);
  const first = clashFirst(catalogue, job, ranking, choice) ?? roomFirst(catalogue, job, choice, action.group);
  return first ?? repairOrDoubt(catalogue, job, ranking, choice, action);
}

/** The repair; before a dear one a look at what the model does not have, before a gamble a number of the run. */
function repairOrDoubt(catalogue: TestCatalogue, job: Job, ranking: Ranking, choice: Choice, repair: RepairChance): Proposal {
  const { machine } = catalogue.suspects.predictor;
  const fit = proposeFit(catalogue, job, choice, repair);
  const assembly = dueOf(catalogue, job, choice.belief, repair.group);
  if (isDear(machine, job, assembly) && doubtBeforePart(ranking, isGamble(fit), machine, job))
    return doubt(catalogue, job, ranking, { assembly, gamble: isGamble(fit) });
  return beforeGamble(catalogue, job, choice, fit, repair.group) ?? { ...fit, by: choice.by };
}

/** The power was just switched on, and the likeliest repair is a gamble: its number is what for. It is taken before anybody turns to something else. */
function numberNow(catalogue: TestCatalogue, job: Job, choice: Choice): Proposal | undefined {
  const [repair] = [...choice.repairs].sort((a, b) => b.chance - a.chance);
  if (!repair || repair.group.assemblies.length === 0) return undefined;
  const number = beforeGamble(catalogue, job, choice, proposeFit(catalogue, job, choice, repair), repair.group);
  return number?.step.kind === "test" ? number : undefined;
}

/** Before a part is bought that nobody found bad: a number of the run, where nobody has it. */
function beforeGamble(catalogue: TestCatalogue, job: Job, choice: Choice, fit: Proposal, group: RepairGroup): Proposal | undefined {
  const test = isGamble(fit) ? numberBeforeGamble(catalogue, job, choice.belief, group) : undefined;
  return (
    test && {
      ...proposeTest(catalogue, job, choice, choice.valued(test)),
      reason: { code: "before-gamble", assembly: dueOf(catalogue, job, choice.belief, group) },
    }
  );
}

/** A part is bought; or something is remade though what was remade before did not help. */
const isDear = (machine: Machine, { fitted }: Job, assembly: string): boolean =>
  replaces(repairOf(machine, assembly)) || fitted.some((f) => f.action === "put-right");

/** A part that was not found bad itself. */
const isGamble = ({ reason }: Proposal): boolean => reason.code === "likely-repair" && reason.gamble !== undefined;

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

/** While the record is likelier under none of the suspects, nothing is fitted: entries are taken again, or it is said. */
function doubtedStep(catalogue: TestCatalogue, job: Job, ranking: Ranking, choice: Choice): Proposal | undefined {
  const { machine } = catalogue.suspects.predictor;
  const found = foundOutside(job);
  if (found && isLikelyOutside(ranking)) return proposeMend(machine, job, found.piece, ranking.outside);
  if (!doubtLeads(ranking, machine, job)) return undefined;
  const left = stillToTest(catalogue, job, ranking, choice.tests);
  if (!left) return givingUp(catalogue, job, ranking, choice);
  if ("test" in left) return proposeTest(catalogue, job, choice, left.test);
  return onceMore(catalogue, job, ranking, choice, left.again, left.entry);
}

/**
 * Once that was looked for and not found, what is likely is still measured itself before anybody gives up; and what was found bad itself is put right
 * if that is likelier than what nobody has found.
 */
function givingUp(catalogue: TestCatalogue, job: Job, ranking: Ranking, choice: Choice, before?: Before): Proposal {
  const { belief, groups } = choice;
  if (lookedOutside(catalogue.suspects.predictor.machine, job)) {
    const own = ownTestLeft(catalogue, job, belief, groups);
    if (own) return proposeTest(catalogue, job, choice, choice.valued(own));
    const [likeliest] = repairChances(groups, belief.weight).sort((a, b) => b.chance - a.chance);
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
  const test = part === undefined ? undefined : offeredTests(catalogue.tests, machine, job).find((t) => asksRoom(t.question));
  if (part === undefined || !test || timesTaken(job, test) > 0) return undefined;
  return { ...proposeTest(catalogue, job, choice, choice.valued(test)), reason: { code: "room-first", part } };
}

/** The test by which an entry that is doubted is taken again. */
function onceMore(catalogue: TestCatalogue, job: Job, { outside }: Ranking, choice: Choice, again: TestAction, entry: string): Proposal {
  return { ...proposeTest(catalogue, job, choice, choice.valued(again)), reason: { code: "doubt", outside, entries: [entry] } };
}
