import type { Ranking } from "../diagnosis/rank";
import type { Job } from "../job/fold";
import { isProven } from "../job/proven";
import type { TestCatalogue } from "./catalogue";
import { foundOutside } from "./found-outside";
import { offeredTests, timesTaken } from "./offered";
import { type Proposal, plain } from "./proposal";
import type { TestAction } from "./tests";

/** Below this share that all is put right, warm air under a hand does not settle it. */
const SETTLED = 0.92;

const isAirTemperature = ({ question }: TestAction): boolean => question.kind === "temperature" && "stream" in question.place;

/**
 * Where the run went well and yet something else than what was put right may have been the trouble, or all of it is not gone: the temperature of the
 * air, once, before the job is closed. A hand errs more than a thermometer.
 */
export function numberBeforeClosing(catalogue: TestCatalogue, job: Job, { fixed }: Ranking): Proposal | undefined {
  if (!isProven(job) || fixed >= SETTLED || job.panelsOff.length > 0 || job.safety.power !== "live") return undefined;
  if (foundOutside(job)?.mended) return undefined;
  const test = thermometer(catalogue, job);
  return test && plain({ kind: "test", test, again: false }, test.minutes, { code: "not-settled", fixed });
}

/**
 * The temperature of the air where nobody has taken it since the last repair. Before a part is bought that nobody found bad, too: it tells a machine that
 * makes no heat from one that loses it.
 */
export function thermometer(catalogue: TestCatalogue, job: Job): TestAction | undefined {
  const { machine } = catalogue.suspects.predictor;
  return offeredTests(catalogue.tests, machine, job).find((t) => isAirTemperature(t) && timesTaken(job, t) === 0);
}
