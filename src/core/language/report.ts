import { judgeInJob } from "../diagnosis/judge-in-job";
import type { RankedSuspect } from "../diagnosis/standing";
import { findingSays } from "../finding/finding";
import { isMetered } from "../finding/metered";
import { afterChecks } from "../job/by-hand";
import { checkId, openChecks } from "../job/checks/index";
import type { Job } from "../job/fold";
import { unseenSays } from "../job/kinds/closed";
import { LEAK_METHODS } from "../job/kinds/leak-test";
import { proofStands, reservationsOf } from "../job/proven";
import type { Evidence } from "../job/state";
import type { Verdict } from "../judging/verdict";
import { hasHood, type Machine } from "../machine/format";
import { fittedSays } from "../naming/names";
import { percent } from "../naming/text";
import { UNPROVEN } from "./blockers";
import { checkSays } from "./checks";
import { hypothesisSays } from "./diagnosis";
import { entrySays } from "./entries";
import { limitsSay, VERDICT_SAYS } from "./judgements";

/** One thing that is told at the hand-over, line by line. */
export interface ReportSection {
  readonly name: string;
  readonly lines: readonly string[];
  /** It is to be minded. */
  readonly warns?: true;
}

/** What the customer is told, from the record alone: the same record, the same words. Sections that have nothing to say are left out, but for those that must be said. */
export function reportOf(
  machine: Machine,
  job: Job,
  leader: Pick<RankedSuspect, "hypothesis" | "probability"> | undefined,
): ReportSection[] {
  const sections: ReportSection[] = [
    { name: "Noticed", lines: [job.complaint === undefined ? "not recorded" : `“${job.complaint.words}”`] },
    { name: "What it was", lines: concluded(job) },
    { name: "Found", lines: [leader ? `${hypothesisSays(machine, leader.hypothesis)}, ${percent(leader.probability)}` : "…"] },
    { name: "Measured", lines: orNothing(measured(machine, job), "nothing") },
    { name: "Done", lines: orNothing(done(machine, job), "nothing yet") },
    { name: "Proven", lines: [proven(machine, job)] },
    { name: "Not seen to", lines: notSeenTo(machine, job) },
    {
      name: "Noted",
      lines: job.notes.map(({ words, about }) => entrySays(machine, { kind: "note", body: { words, ...(about && { about }) } })),
    },
    { name: "With reservations", lines: reservations(machine, job), warns: true },
    { name: "Handed over", lines: job.handedOver ? [`to ${job.handedOver.to}`] : [] },
    { name: "To mind", lines: toMind(machine, job) },
  ];
  return sections.filter((s) => s.lines.length > 0);
}

/** What it was, proposed from the record: to be corrected by whoever tells it. */
export function conclusionFrom(machine: Machine, job: Job, leader: Pick<RankedSuspect, "hypothesis" | "probability"> | undefined): Told {
  const failed = job.evidence.filter((e) => e.source === "technician" && judgedVerdict(machine, job, e) === "fail");
  const faults = leader?.hypothesis.faults ?? [];
  const cause = machine.causes.find(
    (c) =>
      faults.some((f) => f.part === c.damage.part && f.mode === c.damage.mode) &&
      faults.some((f) => f.part === c.cause.part && f.mode === c.cause.mode),
  );
  return {
    wrong: leader ? hypothesisSays(machine, leader.hypothesis) : "",
    cause: cause?.because ?? "",
    proved: failed.map((e) => findingSays(e.finding, machine)).join("; "),
  };
}

interface Told {
  readonly wrong: string;
  readonly cause: string;
  readonly proved: string;
}

function judgedVerdict(machine: Machine, job: Job, { finding }: Evidence): Verdict | undefined {
  return isMetered(finding) ? judgeInJob(machine, job, finding).verdict : undefined;
}

const orNothing = (lines: readonly string[], nothing: string): readonly string[] => (lines.length > 0 ? lines : [nothing]);

/** Readings against what is healthy there; those after the last repair are said to be. */
function measured(machine: Machine, job: Job): string[] {
  const readings = job.evidence.filter((e) => e.source === "technician" && e.finding.result.is !== "answer");
  return readings.map((e) => `${after(job, e)}${findingSays(e.finding, machine)}${judged(machine, job, e)}`);
}

const after = (job: Job, { fitted }: Evidence): string =>
  job.fitted.length > 0 && fitted.length === job.fitted.length ? "After the repair: " : "";

function judged(machine: Machine, job: Job, { finding }: Evidence): string {
  if (!isMetered(finding)) return "";
  const { verdict, limits } = judgeInJob(machine, job, finding);
  return ` (${VERDICT_SAYS[verdict].toLowerCase()}; healthy ${limitsSay(limits)})`;
}

function done(machine: Machine, job: Job): string[] {
  const joints = job.joints.flatMap(({ name, test }) =>
    test ? [`Leak test, ${name}: ${test.tight ? "tight" : "leaks"} (${LEAK_METHODS[test.method]}, ${test.by})`] : [],
  );
  return [...job.fitted.map((f) => fittedSays(machine, f.assembly, f.action === "replaced")), ...joints];
}

function proven(machine: Machine, job: Job): string {
  if (!job.proof) return "not yet";
  const said = entrySays(machine, { kind: "proof", body: job.proof }).replace(/^Proof run: /, "");
  const stands = proofStands(job);
  return stands === "proven" ? said : `${said}; but ${UNPROVEN[stands]}`;
}

/** Lines of lists that nobody saw to, and why; what an exchange wants afterwards and nobody looked at. */
function notSeenTo(machine: Machine, { ticks, fitted }: Job): string[] {
  const open = afterChecks(machine, { fitted }).filter((c) => !ticks.some((t) => t.list === c.list && t.item === c.id));
  return [...ticks.filter((t) => t.state === "not-done").map((t) => `${t.says} (${t.why})`), ...open.map((c) => `${c.about}: ${c.says}`)];
}

/** What it is closed without, and what was said not to be done. */
function reservations(machine: Machine, job: Job): string[] {
  const unseen = reservationsOf(job);
  const open = new Map(openChecks(machine, job).map((c) => [checkId(c), c]));
  const undone = job.notDone.flatMap(({ check, why }) => {
    const still = open.get(check);
    return still ? [`${checkSays(machine, still)} (${why})`] : [];
  });
  return [...(unseen ? [unseenSays(unseen)] : []), ...undone];
}

function concluded({ conclusion }: Job): string[] {
  if (!conclusion) return [];
  const { wrong, cause, proved } = conclusion;
  return [wrong, ...(cause ? [`Caused by: ${cause}`] : []), ...(proved ? [`Proved by: ${proved}`] : [])];
}

/** What the customer does differently from now on. */
function toMind(machine: Machine, job: Job): string[] {
  if (job.fitted.length === 0) return [];
  return [
    ...(hasHood(machine) ? ["Clean the lint screen before each load; no mesh over the hood; the duct is looked through once a year."] : []),
    ...(machine.burner ? ["If it ever smells of gas: cock shut, no switches, everybody out, call the supplier."] : []),
  ];
}
