import { item, real } from "../../model/array/at";
import { isProven, reservationsOf } from "../../record/job/closing/proven";
import type { Job } from "../../record/job/fold";
import type { Ranking } from "../diagnosis/rank";
import type { Belief } from "./belief";
import { foundOutside } from "./found-outside";
import { tells } from "./own-tests";
import { type Proposal, plain } from "./proposal";
import type { RepairGroup } from "./repairs";
import type { TestCatalogue } from "./tests/catalogue";
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
export function numberBeforeClosing(catalogue: TestCatalogue, job: Job, { fixed }: Ranking): Proposal | undefined {
  const unseen = reservationsOf(job)?.rows.includes("cycles") === true;
  if (!isProven(job) || (fixed >= SETTLED && !unseen) || job.panelsOff.length > 0 || job.safety.power !== "live") return undefined;
  if (foundOutside(job)?.mended) return undefined;
  const test = thermometer(catalogue, job);
  return (
    test && plain({ kind: "test", test, again: false }, test.minutes, { code: "not-settled", fixed, unseen: unseen && fixed >= SETTLED })
  );
}

/** The temperature of the air where nobody has taken it since the last repair. */
const thermometer = (catalogue: TestCatalogue, job: Job): TestAction | undefined =>
  numbersOfRun(catalogue, job).find((t) => isAirTemperature(t) && timesTaken(job, t) === 0);

/**
 * Before a part is bought that nobody found bad, and where nobody has a number of the run since the last repair: the one that tells best what this
 * part would show from what a sound one does. It tells a machine that makes no heat from one that loses it.
 */
export function numberBeforeGamble(catalogue: TestCatalogue, job: Job, belief: Belief, { members }: RepairGroup): TestAction | undefined {
  const [leader] = [...members].sort((a, b) => real(belief.weight, b) - real(belief.weight, a));
  if (leader === undefined) return undefined;
  const number = catalogue.suspects.numberOf(item(belief.hypotheses, leader).id);
  const worth = (t: TestAction) => tells(catalogue, t, number) / t.minutes;
  if (catalogue.tests.some((t) => isNumber(t) && timesTaken(job, t) > 0)) return undefined;
  return numbersOfRun(catalogue, job).sort((a, b) => worth(b) - worth(a))[0];
}

const isNumber = (test: TestAction): boolean => isAirTemperature(test) || test.question.kind === "amps";

/** What may be measured of the air and the current of a run. */
function numbersOfRun(catalogue: TestCatalogue, job: Job): TestAction[] {
  const offered = offeredTests(catalogue.tests, catalogue.suspects.predictor.machine, job);
  return offered.filter(isNumber);
}
