import { partsOfAssembly, repairOf, replaces } from "../../model/machine/assembly";
import { dangerOfRunning } from "../../record/job/checks/index";
import { contradiction } from "../diagnosis/contradiction";
import { asksRoom, wantsRoom } from "../diagnosis/room";
import { againFor, doubt, doubtBeforePart, doubtBeforeTest, doubtLeads, isLikelyOutside, shareOf, stillToTest } from "./doubt";
import type { Choice } from "./next";
import { numberBeforeClosing, numberBeforeGamble } from "./numbers-of-run";
import { foundOutside } from "./outside";
import { dueOf, ownStanding, ownTestLeft } from "./own-tests";
import { makeSafe } from "./prepare";
import type { Before, Proposal } from "./proposal";
import { cheapBeside, proposeBeside, proposeFit, proposeMend, proposeSibling, siblingDue } from "./propose-fit";
import { proposeTest } from "./propose-test";
import { type RepairChance, type RepairGroup, repairChances } from "./repairs";
import type { Situation } from "./situation";
import { foundNothingSinceSwitch, promisedTest } from "./steady";
import { offeredTests, timesTaken } from "./tests/offered";
import type { TestAction } from "./tests/tests";
import { type Valued, worth } from "./tests/valued";
import { examine, wayToClose } from "./way-to-close";

/** Above this a repair is proven before another part is fitted: a run costs less than a wrong part. */
const PROVE_BEFORE_NEXT_PART = 0.3;

/** A situation in which tests and repairs were weighed. */
interface Weighed extends Situation {
  readonly choice: Choice;
  /** A run is worth its minutes before another part. */
  readonly mayBeFixed: boolean;
  /** Holds what doubt asks for, where it leads. */
  readonly doubted: Proposal | undefined;
  /** The repair that was chosen, as a step; `undefined` where a test was, or nothing. */
  readonly fit: { readonly repair: RepairChance; readonly proposal: Proposal } | undefined;
}

export function weighedOf(s: Situation, choice: Choice): Weighed {
  const { action } = choice;
  const mayBeFixed = s.provable && s.ranking.fixed > PROVE_BEFORE_NEXT_PART;
  const fits = action?.kind === "repair" && action.group.assemblies.length > 0;
  const fit = fits ? { repair: action, proposal: proposeFit(s, choice, action) } : undefined;
  return { ...s, choice, mayBeFixed, doubted: doubtedStep(s, choice), fit };
}

/** A case in which the step is known: `undefined` where it does not apply. */
interface Rule<S extends Situation> {
  readonly name: string;
  readonly step: (s: S) => Proposal | undefined;
}

/** A rule whose `step` gets what `when` finds; `undefined` and `false`: it does not apply. */
const ruleFor =
  <S extends Situation>() =>
  <T>(name: string, { when, step }: { when: (s: S) => T | false | undefined; step: (s: S, of: T) => Proposal }): Rule<S> => ({
    name,
    step: (s) => {
      const of = when(s);
      return of === undefined || of === false ? undefined : step(s, of);
    },
  });

/** The first rule that applies decides. */
export function decided<S extends Situation>(rules: readonly Rule<S>[], s: S): Proposal | undefined {
  for (const { step } of rules) {
    const proposal = step(s);
    if (proposal) return proposal;
  }
  return undefined;
}

export const toClose = ({ machine, job }: Situation): Proposal => wayToClose(machine, job);
const itself = <T>(_: unknown, of: T): T => of;

function leaking({ machine, job }: Situation) {
  const danger = dangerOfRunning(machine, job);
  return danger?.code === "leak" && danger.because !== "joint" && danger;
}

const dangerUnderPower = ({ machine, job }: Situation) => job.safety.power === "live" && dangerOfRunning(machine, job);

/** Of a machine that tripped, its insulation: at the plug, in a minute. */
function trippedInsulation({ machine, job }: Situation) {
  const danger = dangerOfRunning(machine, job);
  return danger?.code === "insulation" && danger;
}

/** Above this the repair is taken to be done: on to the proof. */
const SURELY_FIXED = 0.75;

/** True where the repair is taken to be done, but for what may be wrong besides. */
const isSurelyFixed = ({ provable, ranking }: Situation, share = 0): boolean => provable && ranking.fixed >= SURELY_FIXED - share;

/** Once the repair is taken to be done, and before it is proven: what is cheap to put right besides. */
function besides(s: Situation) {
  const beside = s.job.fitted.length > 0 && !s.job.proof ? cheapBeside(s) : undefined;
  return beside && isSurelyFixed(s, beside.share) && beside;
}

/** The test that the proposal before promised, right after the power was switched for it. */
function kept({ catalogue, machine, job, before }: Weighed): { readonly test: TestAction; readonly before: Proposal } | undefined {
  const promised = before && foundNothingSinceSwitch(job) ? promisedTest(before, job) : undefined;
  const test = promised === undefined ? undefined : offeredTests(catalogue.tests, machine, job).find((t) => t.id === promised);
  return before && test && { test, before };
}

/** The power was just switched on, and the likeliest repair is a gamble: its number is what for. It is taken before anybody turns to something else. */
function numberNow(s: Weighed): Proposal | undefined {
  if (s.mayBeFixed || s.job.safety.power !== "live" || !foundNothingSinceSwitch(s.job)) return undefined;
  const [repair] = [...s.choice.repairs].sort((a, b) => b.chance - a.chance);
  if (!repair || repair.group.assemblies.length === 0) return undefined;
  const number = beforeGamble(s, proposeFit(s, s.choice, repair), repair.group);
  return number?.step.kind === "test" ? number : undefined;
}

const isLeftToProve = ({ doubted, choice, provable, ranking }: Weighed): boolean =>
  !doubted && !choice.action && provable && ranking.fixed > ranking.outside;

function testChosen({ choice: { action } }: Weighed, when: (test: Valued) => boolean): Valued | undefined {
  return action?.kind === "test" && when(action.valued) ? action.valued : undefined;
}

/** It is likelier than a repair that nothing is wrong. */
const nothingToRepair = ({ choice, fit }: Weighed): boolean => choice.action?.kind === "repair" && !fit;

/** Gives what giving up comes before. */
const afterRun = ({ unexplained, ranking }: Situation): Before => (unexplained ? { fixed: ranking.fixed } : "little to test");

/** Before anything is fitted, what does not go with the rest of the record is taken again, once. */
function clash(s: Situation): { readonly again: TestAction; readonly entry: string } | undefined {
  const found = contradiction(s.catalogue.suspects, s.job);
  const again = found && againFor(s, found.entry);
  return again && { again, entry: found.entry };
}

/** Before a part is fitted that reads otherwise in a cold room: how warm it is here. */
function roomAsked(s: Weighed): { readonly test: TestAction; readonly part: string } | undefined {
  const { catalogue, machine, job } = s;
  const assemblies = s.fit?.repair.group.assemblies ?? [];
  const part = assemblies.flatMap((a) => partsOfAssembly(machine, a)).find((p) => wantsRoom(job.evidence, p, machine));
  const test = part === undefined ? undefined : offeredTests(catalogue.tests, machine, job).find((t) => asksRoom(t.question));
  return part !== undefined && test && timesTaken(job, test) === 0 ? { test, part } : undefined;
}

/** A dear part, before which what the model does not have is looked at. */
function partInDoubt(s: Weighed): Before | undefined {
  if (!s.fit) return undefined;
  const gamble = isGamble(s.fit.proposal);
  const assembly = dueOf(s, s.choice.belief, s.fit.repair.group);
  return isDear(s, assembly) && doubtBeforePart(s, gamble) ? { assembly, gamble } : undefined;
}

const numberFirst = (s: Weighed): Proposal | undefined => s.fit && beforeGamble(s, s.fit.proposal, s.fit.repair.group);

/** Before a part is bought that nobody found bad: a number of the run, where nobody has it. */
function beforeGamble(s: Weighed, fit: Proposal, group: RepairGroup): Proposal | undefined {
  const { choice } = s;
  const test = isGamble(fit) ? numberBeforeGamble(s, choice.belief, group) : undefined;
  if (!test) return undefined;
  const reason = { code: "before-gamble", assembly: dueOf(s, choice.belief, group) } as const;
  return { ...proposeTest(s, choice, choice.valued(test)), reason };
}

/** A part is bought; or something is remade though what was remade before did not help. */
const isDear = ({ machine, job }: Situation, assembly: string): boolean =>
  replaces(repairOf(machine, assembly)) || job.fitted.some((f) => f.action === "put-right");

/** A part that was not found bad itself. */
const isGamble = ({ reason }: Proposal): boolean => reason.code === "likely-repair" && reason.gamble !== undefined;

/** While the record is likelier under none of the suspects, nothing is fitted: entries are taken again, or it is said. */
function doubtedStep(s: Situation, choice: Choice): Proposal | undefined {
  const found = foundOutside(s.job);
  if (found && isLikelyOutside(s.ranking)) return proposeMend(s, found.piece, s.ranking.outside);
  if (!doubtLeads(s)) return undefined;
  const left = stillToTest(s, choice.tests);
  if (!left) return givingUp(s, choice);
  if ("test" in left) return proposeTest(s, choice, left.test);
  return onceMore(s, choice, left.again, left.entry);
}

/**
 * Once that was looked for and not found, what is likely is still measured itself before anybody gives up; and what was found bad itself is put right
 * if that is likelier than what nobody has found.
 */
function givingUp(s: Situation, choice: Choice, before?: Before): Proposal {
  const { belief, groups } = choice;
  if (s.looked) {
    const own = ownTestLeft(s, belief, groups);
    if (own) return proposeTest(s, choice, choice.valued(own));
    const [likeliest] = repairChances(groups, belief.weight).sort((a, b) => b.chance - a.chance);
    if (likeliest && shareOf(s, likeliest.chance) > s.ranking.outside && ownStanding(s, belief, likeliest.group) === "bad")
      return proposeFit(s, choice, likeliest);
  }
  return doubt(s, before);
}

/** The test by which an entry that is doubted is taken again. */
function onceMore(s: Situation, choice: Choice, again: TestAction, entry: string): Proposal {
  const reason = { code: "doubt", outside: s.ranking.outside, entries: [entry] } as const;
  return { ...proposeTest(s, choice, choice.valued(again)), reason };
}

const atOnce = ruleFor<Situation>();

/** Holds what needs no weighing of tests and repairs. */
export const AT_ONCE: readonly Rule<Situation>[] = [
  atOnce("gas that leaks comes before all else", { when: leaking, step: ({ machine, job }, danger) => examine(machine, job, danger) }),
  atOnce("the power out of what may not be run", {
    when: dangerUnderPower,
    step: (_, check) => ({ ...makeSafe(), prepares: { for: "check", check } }),
  }),
  atOnce("insulation of what tripped, at the plug", {
    when: trippedInsulation,
    step: ({ machine, job }, danger) => examine(machine, job, danger),
  }),
  atOnce("the rest of a set that was begun", { when: (s) => !s.job.proof && siblingDue(s), step: proposeSibling }),
  atOnce("the number that settles a run", { when: (s) => s.unexplained && numberBeforeClosing(s), step: itself }),
  atOnce("what is cheap besides", { when: besides, step: proposeBeside }),
  atOnce("the proof of a repair", { when: (s) => isSurelyFixed(s), step: toClose }),
  atOnce("the proof of what no circuit shows", { when: ({ job }) => foundOutside(job)?.mended, step: toClose }),
];

const chosen = ruleFor<Weighed>();

/** Holds what follows once tests and repairs were weighed. */
export const CHOSEN: readonly Rule<Weighed>[] = [
  chosen("what the power was switched for", {
    when: kept,
    step: (s, { test, before }) => ({ ...proposeTest(s, s.choice, s.choice.valued(test)), reason: before.reason }),
  }),
  chosen("a number before a gamble, while the machine runs", { when: numberNow, step: itself }),
  chosen("a run before more doubt, or another part", {
    when: ({ mayBeFixed, doubted, choice }) => mayBeFixed && (doubted !== undefined || choice.action?.kind !== "test"),
    step: toClose,
  }),
  chosen("a run where nothing else is left", { when: isLeftToProve, step: toClose }),
  chosen("what doubt asks for", { when: (s) => s.doubted, step: itself }),
  chosen("giving up", { when: (s) => s.choice.action === undefined, step: (s) => givingUp(s, s.choice, afterRun(s)) }),
  chosen("a run before a test that saves little", {
    when: (s) => s.mayBeFixed && testChosen(s, (v) => worth(v) * (1 - s.ranking.fixed) < 1),
    step: toClose,
  }),
  chosen("a look at what the model does not have, before a test that saves little", {
    when: (s) => testChosen(s, (v) => doubtBeforeTest(s, v)),
    step: (s) => doubt(s, "little to test"),
  }),
  chosen("the best test", {
    when: (s) => testChosen(s, () => true),
    step: (s, valued) => ({ ...proposeTest(s, s.choice, valued), by: s.choice.by }),
  }),
  chosen("nothing to repair, after a run that went well", {
    when: (s) => s.unexplained && nothingToRepair(s),
    step: (s) => givingUp(s, s.choice, afterRun(s)),
  }),
  chosen("nothing to repair: a run", { when: nothingToRepair, step: toClose }),
  chosen("an entry that goes with no other, once more", {
    when: clash,
    step: (s, { again, entry }) => onceMore(s, s.choice, again, entry),
  }),
  chosen("the warmth of the room", {
    when: roomAsked,
    step: (s, { test, part }) => ({ ...proposeTest(s, s.choice, s.choice.valued(test)), reason: { code: "room-first", part } }),
  }),
  chosen("a look at what the model does not have, before a part", { when: partInDoubt, step: doubt }),
  chosen("a number of the run, before a gamble", { when: numberFirst, step: itself }),
  chosen("the repair", { when: ({ fit }) => fit?.proposal, step: ({ choice }, proposal) => ({ ...proposal, by: choice.by }) }),
];
