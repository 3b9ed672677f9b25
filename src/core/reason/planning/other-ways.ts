import type { Machine } from "../../model/machine/format";
import type { Job } from "../../record/job/fold";
import type { Preference } from "../../record/job/preference";
import type { Ranking } from "../diagnosis/rank";
import type { Purpose, Step } from "./proposal";
import { propose } from "./propose";
import { aimKey, aimOf } from "./steady";
import type { TestCatalogue } from "./tests/catalogue";

/** Holds what would have to change for a job to be worked the other way. */
export type Change =
  | { [K in keyof Preference]: { readonly field: K; readonly to: Preference[K] } }[keyof Preference]
  | { readonly field: "liveTests"; readonly to: boolean };

/** A way of working that good technicians follow, against the one this job follows. */
export interface OtherWay {
  readonly change: Change;
  /** Holds what it would do now: the step, or what the step prepares. */
  readonly aim: Purpose | Step;
  readonly minutes: number;
  /** It is what this job's own way does. */
  readonly same: boolean;
}

/** The other side of each question in which good technicians differ, where it matters on this machine. */
export function otherWays(machine: Machine, { preference, safety }: Job): Change[] {
  const { first, parts, coldCoil } = preference;
  const firsts = (["look", "meter", "either"] as const).filter((f) => f !== first).map((to): Change => ({ field: "first", to }));
  const sets: Change[] = machine.sets.length === 0 ? [] : [{ field: "parts", to: parts === "set" ? "single" : "set" }];
  const coils: Change[] = machine.parts.some((p) => p.kind === "coil")
    ? [{ field: "coldCoil", to: coldCoil === "trust" ? "doubt" : "trust" }]
    : [];
  return [...firsts, ...sets, ...coils, { field: "liveTests", to: !safety.liveTests }];
}

/** The job as it would be worked the other way. */
const changed = (job: Job, change: Change): Job =>
  change.field === "liveTests"
    ? { ...job, safety: { ...job.safety, liveTests: change.to } }
    : { ...job, preference: { ...job.preference, [change.field]: change.to } };

/** Gives what the planner would do with one thing changed; `own` is what it does now. */
export function askOtherWay(
  catalogue: TestCatalogue,
  job: Job,
  ranking: Ranking,
  change: Change,
  own: OtherWay["aim"] | undefined,
): OtherWay | undefined {
  const proposal = propose(catalogue, changed(job, change), ranking);
  if (!proposal) return undefined;
  const aim = aimOf(proposal);
  return { change, aim, minutes: proposal.minutes, same: own !== undefined && aimKey(aim) === aimKey(own) };
}
