import type { Machine } from "../../../model/machine/format";
import { findingKind } from "../../../record/finding/finding";
import { chargedCapacitor } from "../../../record/job/safety";
import type { JobState } from "../../../record/job/state";
import { type TestAction, testsOf } from "./tests";

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

/** What forbids a test in this state of the job; `undefined`: it may be made. */
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
