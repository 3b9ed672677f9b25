import { hasHood, type Machine } from "../../../model/machine/format";
import { capital, lower } from "../../../model/naming/text";
import { judgeInJob } from "../../../reason/diagnosis/judge-in-job";
import type { RankedSuspect } from "../../../reason/diagnosis/standing";
import { findingSays } from "../../../record/finding/finding";
import type { Verdict } from "../../../record/finding/limits/verdict";
import { isMetered } from "../../../record/finding/metered";
import { checkId, checkSays, openChecks } from "../../../record/job/checks/index";
import type { Bill } from "../../../record/job/closing/bill";
import { afterChecks } from "../../../record/job/closing/by-hand";
import { proofStands, reservationsOf } from "../../../record/job/closing/proven";
import { type Job, stampOfLine } from "../../../record/job/fold";
import { unseenSays } from "../../../record/job/kinds/closing/closed";
import { LEAK_METHODS } from "../../../record/job/kinds/energy/leak-test";
import { photoSays } from "../../../record/job/kinds/intake/photo";
import type { Evidence, Signature } from "../../../record/job/state";
import type { Terms } from "../../../record/stock/terms";
import { UNPROVEN } from "../card/blockers";

import { hypothesisSays } from "../card/diagnosis";
import { clockSays, daySays } from "../days";
import { entrySays } from "../entries";
import { fittedSay } from "../fitted";
import { type MeasuredRow, type MeasuredScale, measuredRows } from "./measured";
import { partsSay, warrantySays } from "./report-parts";

/** One thing that is told at the hand-over: lines, and what goes with them. */
export interface ReportSection {
  readonly name: string;
  readonly lines: readonly string[];
  /** It is to be minded. */
  readonly warns?: true;
  /** Its lines are told to the customer one by one, ticked under this name. */
  readonly told?: string;
  readonly scales?: readonly MeasuredScale[];
  readonly rows?: readonly MeasuredRow[];
  readonly bill?: Bill;
  readonly photos?: readonly { readonly file: string; readonly says: string }[];
}

/** The page that a customer is given. Same record, same words. */
export interface Report {
  readonly shop: string;
  readonly address: string;
  /** “Report 201 · Tue 24 Nov 2026”. */
  readonly about: string;
  readonly machine: string;
  readonly title: string;
  readonly whose: string;
  readonly sections: readonly ReportSection[];
  readonly signed?: { readonly to: string; readonly by: string; readonly when: string; readonly strokes?: Signature };
  readonly made: string;
}

/** Holds what a report is made of besides the job. */
interface ReportOf {
  readonly machine: Machine;
  readonly job: Job;
  readonly number?: number | undefined;
  readonly leader?: Pick<RankedSuspect, "hypothesis" | "probability"> | undefined;
  /** Of the shop, where no price approved that says them. */
  readonly terms: Terms;
}

/** The report from the record alone. Sections that have nothing to say are left out, but for those that must be said. */
export function reportOf(of: ReportOf): Report {
  const { machine, job, number } = of;
  const { shop, address } = job.agreed?.from ?? of.terms;
  const last = job.record.at(-1);
  const at = last ? stampOfLine(last).at : (job.openedAt ?? "");
  const { handedOver } = job;
  return {
    shop,
    address,
    about: [`Report ${number ?? "without a number yet"}`, ...(at ? [daySays(handedOver?.at ?? at, { year: true })] : [])].join(" · "),
    machine: `${job.plate?.maker ?? machine.maker} ${job.plate?.model ?? machine.model}${job.serial ? `, serial ${job.serial}` : ""}`,
    title: titleOf(job),
    whose: [job.opened?.customer, job.opened?.place].filter((x) => x).join(", "),
    sections: sectionsOf(of),
    ...(handedOver && {
      signed: {
        to: handedOver.to,
        by: handedOver.by,
        when: daySays(handedOver.at, { year: true }),
        ...(handedOver.signed && { strokes: handedOver.signed }),
      },
    }),
    made: `Made from the record of this job, entries 1 to ${job.record.length}`,
  };
}

function titleOf(job: Job): string {
  const ended = job.declined.findLast((d) => d.ends);
  if (job.closed && ended) return ended.unsafe || ended.marked ? "Do not use your dryer" : "No repair was made";
  if (!job.closed) return "Repair not finished. Please do not use your dryer.";
  return reservationsOf(job) ? "Your dryer is repaired. Some checks were not done." : "Your dryer is fixed";
}

function sectionsOf({ machine, job, leader, terms }: ReportOf): ReportSection[] {
  const { rows, scales } = measuredRows(machine, job);
  const photos = job.photos.map((p) => ({ file: p.file, says: photoSays(machine, p).replace(/^Photo of (the )?/, "") }));
  const sections: ReportSection[] = [
    { name: "Your complaint", lines: [job.complaint === undefined ? "not recorded" : `“${job.complaint.words}”`] },
    { name: "What we found", told: "found", lines: found(machine, job, leader) },
    { name: "Readings", lines: rows.length + scales.length === 0 ? ["nothing"] : [], rows, scales },
    { name: "What we did", lines: orNothing(done(machine, job), "nothing yet") },
    { name: "Parts", lines: partsSay(machine, job) },
    { name: "Test run", lines: [proven(machine, job)] },
    { name: "What you declined", told: "declined", lines: job.declined.map(declinedSays), warns: true },
    { name: "Not checked", told: "reserved", lines: [...reservations(machine, job), ...notSeenTo(machine, job)].map(capital), warns: true },
    { name: "Use and care", told: "mind", lines: toMind(machine, job) },
    {
      name: "Notes",
      lines: job.notes.map(({ words, about }) => (about ? entrySays(machine, { kind: "note", body: { words, about } }) : `“${words}”`)),
    },
    { name: "Charges", lines: priceSays(job), ...(job.agreed && { bill: job.agreed }) },
    { name: "Warranty", told: "warranty", lines: warrantySays(job, terms) },
    { name: "Next visit", told: "visit", lines: job.visits.map((v) => `${daySays(v.on, { year: true })}, ${clockSays(v.on)}: ${v.what}`) },
    { name: "Photos", lines: [], ...(photos.length > 0 && { photos }) },
  ];
  return sections.filter(
    (s) => s.lines.length > 0 || s.bill || (s.rows ?? []).length + (s.scales ?? []).length + (s.photos ?? []).length > 0,
  );
}

/** Gives what the agreed price does not hold: nothing is charged in silence. */
function priceSays({ agreed, used, fitted }: Job): string[] {
  if (!agreed) return fitted.length > 0 ? ["no price approved"] : [];
  const besides = used.filter((u) => !agreed.lines.some((l) => l.item === u.item));
  return besides.map((u) => `Used, no charge quoted: ${u.name}, ${u.item}.`);
}

function found(machine: Machine, job: Job, leader: ReportOf["leader"]): string[] {
  const told = concluded(job);
  if (told.length > 0) return told;
  return [
    leader ? `Most likely cause so far: ${lower(hypothesisSays(machine, leader.hypothesis))}. Not confirmed yet.` : "Cause not found yet.",
  ];
}

const declinedSays = (d: Job["declined"][number]): string =>
  [
    `${capital(d.what)}${d.why ? `: “${d.why}”` : ""}${d.to ? ` (${d.to})` : ""}.`,
    ...(d.unsafe ? ["Your dryer is not safe to use."] : []),
    ...(d.marked ? ["We shut off its power and gas and tagged it DO NOT USE. Leave it off until it is repaired."] : []),
  ].join(" ");

/** Gives what it was, proposed from the record: to be corrected by whoever tells it. */
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

function done(machine: Machine, job: Job): string[] {
  const joints = job.joints.flatMap(({ name, test }) =>
    test ? [`Leak test, ${name}: ${test.tight ? "tight" : "leaks"} (${LEAK_METHODS[test.method]}, ${test.by})`] : [],
  );
  return [...fittedSay(machine, job), ...joints];
}

function proven(machine: Machine, job: Job): string {
  if (!job.proof) return "not done yet";
  const said = entrySays(machine, { kind: "proof", body: job.proof }).replace(/^Test run: /, "");
  const stands = proofStands(job);
  return stands === "proven" ? said : `${said}; but ${UNPROVEN[stands]}`;
}

/** Lines of lists that nobody saw to, and why; what an exchange wants afterwards and nobody looked at. */
function notSeenTo(machine: Machine, { ticks, fitted }: Job): string[] {
  const open = afterChecks(machine, { fitted }).filter((c) => !ticks.some((t) => t.list === c.list && t.item === c.id));
  return [...ticks.filter((t) => t.state === "not-done").map((t) => `${t.says} (${t.why})`), ...open.map((c) => `${c.about}: ${c.says}`)];
}

/** Gives what it is closed without, and what was said not to be done. */
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

/** Gives what the customer does differently from now on. */
function toMind(machine: Machine, job: Job): string[] {
  if (job.fitted.length === 0) return [];
  return [
    ...(hasHood(machine)
      ? ["Clean the lint screen before every load. Have the duct checked every year. Never screen the outside hood."]
      : []),
    ...(machine.burner
      ? ["If you ever smell gas: don't touch a switch or a flame. Get everyone out. Call 911 or your gas company from outside."]
      : []),
  ];
}
