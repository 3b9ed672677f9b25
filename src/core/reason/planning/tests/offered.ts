import { isReached } from "../../../model/access/opening";
import type { Machine } from "../../../model/machine/format";
import { answers, type Finding, findingKind } from "../../../record/finding/finding";
import { dangerOfRunning } from "../../../record/job/checks/index";
import { chargedCapacitor } from "../../../record/job/safety";
import type { JobState } from "../../../record/job/state";
import { type TestAction, testsOf } from "./tests";

/** A test may be taken again: people mis-see and leads slip. More often than that it tells nothing new. */
const MOST_TAKES = 2;

/**
 * Tests that the job allows and that were not made too often already: live ones only where the job allows them, no run with wires
 * off or of a machine that is known to be dangerous, no opening of a machine that is not dead.
 */
export function offeredTests(tests: readonly TestAction[], machine: Machine, job: JobState): readonly TestAction[] {
  const known = offered.get(job);
  if (known?.of === tests) return known.are;
  const mayRun = dangerOfRunning(machine, job) === undefined;
  const are = tests.filter((t) => (mayRun || (t.needs !== "running" && t.needs !== "live")) && isOffered(t, machine, job));
  offered.set(job, { of: tests, are });
  return are;
}

/** One state of a job is asked for its tests many times over. */
const offered = new WeakMap<JobState, { readonly of: readonly TestAction[]; readonly are: readonly TestAction[] }>();

function isOffered(test: TestAction, machine: Machine, job: JobState): boolean {
  const power = findingKind(test.question).power(test.question, machine);
  if ((power === "live" || power === "wall") && !job.safety.liveTests) return false;
  if (test.needs === "running" && (job.wiresOff.length > 0 || job.drumOut)) return false;
  if (test.needs === "live" && test.panels.some((p) => !isReached(machine, p, job)) && job.safety.power !== "dead") return false;
  if (needsAir(test) && drumStands(job)) return false;
  return timesTaken(job, test) < MOST_TAKES && !wasUntold(job, test);
}

/** Tests that can be made as the machine stands, open or shut: nothing is closed up for them. */
export const offeredAsItStands = (tests: readonly TestAction[], machine: Machine, job: JobState): readonly TestAction[] =>
  offeredTests(tests, machine, job).filter((t) => t.needs !== "running" || job.panelsOff.length === 0);

/** Whoever could not tell is not asked again. */
const wasUntold = ({ untold, fitted }: JobState, { question }: TestAction): boolean =>
  untold.some((u) => u.repairs === fitted.length && answers(u.finding, question));

/** Without a turning drum there is no air to feel, to warm or to press. */
const needsAir = ({ question }: TestAction): boolean =>
  question.kind === "temperature" || question.kind === "pressure" || (question.kind === "sight" && question.place.sight === "airflow");

/** The drum was last seen not to turn. */
function drumStands({ evidence, fitted }: JobState): boolean {
  const last = evidence.findLast((e) => isOfDrum(e.finding) && e.fitted.length === fitted.length);
  return last?.finding.kind === "sight" && last.finding.result.value === "no";
}

const isOfDrum = (finding: Finding): boolean =>
  finding.kind === "sight" && (finding.place.sight === "turns" || finding.place.sight === "starts");

/** Gives how often a technician made this test since the last repair; “can't tell” was an answer too. */
export function timesTaken({ evidence, untold, fitted }: JobState, { question }: TestAction): number {
  const told = evidence.filter((e) => e.source === "technician" && e.fitted.length === fitted.length && answers(e.finding, question));
  return told.length + untold.filter((u) => u.repairs === fitted.length && answers(u.finding, question)).length;
}

/** Why tests can't be made as the machine stands now. */
export type Forbids = "not-dead" | "charged" | "apart" | "not-live" | "no-live-tests";

type StandsAs = Pick<JobState, "safety" | "panelsOff" | "wiresOff" | "drumOut">;

interface NotNow {
  readonly why: Forbids;
  readonly tests: readonly TestAction[];
}

/** A machine that is not put together is not run. */
export const isApart = ({ panelsOff, wiresOff, drumOut }: Omit<StandsAs, "safety">): boolean =>
  panelsOff.length > 0 || wiresOff.length > 0 || drumOut;

/** Gives what forbids a test in this state of the job; `undefined`: it may be made. */
export function forbids(machine: Machine, { safety, panelsOff, wiresOff, drumOut }: StandsAs, test: TestAction): Forbids | undefined {
  switch (test.needs) {
    case "nothing":
      return undefined;
    case "dead":
      if (safety.power !== "dead") return "not-dead";
      return chargedCapacitor(machine, findingKind(test.question).touches(test.question), safety) === undefined ? undefined : "charged";
    case "live":
      if (!safety.liveTests) return "no-live-tests";
      return safety.power === "live" ? undefined : "not-live";
    case "running":
      if (isApart({ panelsOff, wiresOff, drumOut })) return "apart";
      return safety.power === "dead" ? "not-live" : undefined;
  }
}

/** The tests of a machine that its state forbids, by what would allow them. */
export function notNow(machine: Machine, job: StandsAs): NotNow[] {
  const groups = new Map<Forbids, TestAction[]>();
  for (const test of testsOf(machine)) {
    const why = forbids(machine, job, test);
    if (why) groups.set(why, [...(groups.get(why) ?? []), test]);
  }
  return [...groups].map(([why, tests]) => ({ why, tests }));
}
