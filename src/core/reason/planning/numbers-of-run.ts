import { item, real } from "../../model/array/at";
import { isProven, reservationsOf } from "../../record/job/closing/proven";
import type { Belief } from "./belief";
import { foundOutside } from "./outside";
import { tells } from "./own-tests";
import { type Proposal, plain } from "./proposal";
import type { RepairGroup } from "./repairs";
import type { Situation } from "./situation";
import { offeredTests, timesTaken } from "./tests/offered";
import type { TestAction } from "./tests/tests";

/** Below this share that all is put right, warm air under a hand does not settle it. */
const SETTLED = 0.92;

const isAirTemperature = ({ question }: TestAction): boolean =>
  question.kind === "temperature" && "stream" in question.place && question.place.stream === "exhaust";

/**
 * Where the run went well and yet something else than what was put right may have been the trouble, or all of it is not gone, or nobody saw the heat
 * go and come: the temperature of the air, once, before the job is closed. A hand errs more than a thermometer.
 */
export function numberBeforeClosing(s: Situation): Proposal | undefined {
  const { job } = s;
  const { fixed } = s.ranking;
  const unseen = reservationsOf(job)?.rows.includes("cycles") === true;
  if (!isProven(job) || (fixed >= SETTLED && !unseen) || job.panelsOff.length > 0 || job.safety.power !== "live") return undefined;
  if (foundOutside(job)?.mended) return undefined;
  const test = thermometer(s);
  return (
    test && plain({ kind: "test", test, again: false }, test.minutes, { code: "not-settled", fixed, unseen: unseen && fixed >= SETTLED })
  );
}

/** The temperature of the air where nobody has taken it since the last repair. */
const thermometer = (s: Situation): TestAction | undefined =>
  numbersOfRun(s).find((t) => isAirTemperature(t) && timesTaken(s.job, t) === 0);

/**
 * Before a part is bought that nobody found bad, and where nobody has a number of the run since the last repair: the one that tells best what this
 * part would show from what a sound one does. It tells a machine that makes no heat from one that loses it.
 */
export function numberBeforeGamble(s: Situation, belief: Belief, { members }: RepairGroup): TestAction | undefined {
  const { catalogue, job } = s;
  const [leader] = [...members].sort((a, b) => real(belief.weight, b) - real(belief.weight, a));
  if (leader === undefined) return undefined;
  const number = catalogue.suspects.numberOf(item(belief.hypotheses, leader).id);
  const worth = (t: TestAction) => tells(catalogue, t, number) / t.minutes;
  if (catalogue.tests.some((t) => isNumber(t) && timesTaken(job, t) > 0)) return undefined;
  return numbersOfRun(s).sort((a, b) => worth(b) - worth(a))[0];
}

const isNumber = (test: TestAction): boolean => isAirTemperature(test) || test.question.kind === "amps";

/** Gives what may be measured of the air and the current of a run. */
const numbersOfRun = ({ catalogue, machine, job }: Situation): TestAction[] => offeredTests(catalogue.tests, machine, job).filter(isNumber);
