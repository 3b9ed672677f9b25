import type { Ranking } from "../diagnosis/rank";
import type { School } from "../job/entry";
import type { Job } from "../job/fold";
import type { Machine } from "../machine/schema";
import type { TestCatalogue } from "./next";
import { propose } from "./propose";

/** A way of working that good technicians follow, against the one this job follows. */
export interface OtherSchool {
  readonly name: string;
  /** What it would take to change over. */
  readonly setting: { readonly liveTests: boolean; readonly school: School };
  /** What it would do now, and the minutes of it; the same step when `same`. */
  readonly title: string;
  readonly minutes: number;
  readonly same: boolean;
}

/** Section 6 of the trade notes: the other side of each question, ready to be asked what it would do now. */
export function otherSchools(machine: Machine, job: Job): { readonly name: string; readonly setting: OtherSchool["setting"] }[] {
  const { school } = job;
  const { liveTests } = job.safety;
  const change = (name: string, part: Partial<School>) => ({ name, setting: { liveTests, school: { ...school, ...part } } });
  return [
    ...(school.first === "look" ? [] : [change("Look first", { first: "look" })]),
    ...(school.first === "meter" ? [] : [change("Meter first", { first: "meter" })]),
    ...(school.first === "either" ? [] : [change("Whichever is cheaper", { first: "either" })]),
    ...(machine.sets.length === 0
      ? []
      : [school.parts === "set" ? change("Fit only what failed", { parts: "single" }) : change("Fit the set", { parts: "set" })]),
    ...(machine.parts.some((p) => p.kind === "coil")
      ? [
          school.coldCoil === "trust"
            ? change("Doubt a cold coil", { coldCoil: "doubt" })
            : change("Trust a cold coil", { coldCoil: "trust" }),
        ]
      : []),
    { name: liveTests ? "Dead tests only" : "Live tests allowed", setting: { liveTests: !liveTests, school } },
  ];
}

export function askSchool(
  catalogue: TestCatalogue,
  job: Job,
  ranking: Ranking,
  { name, setting }: ReturnType<typeof otherSchools>[number],
  own: string | undefined,
): OtherSchool | undefined {
  const other: Job = { ...job, school: setting.school, safety: { ...job.safety, liveTests: setting.liveTests } };
  const proposal = propose(catalogue, other, ranking);
  if (!proposal) return undefined;
  const title = proposal.prepares ?? proposal.title;
  return { name, setting, title, minutes: proposal.minutes, same: title === own };
}
