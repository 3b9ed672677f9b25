import { panelName } from "../../model/naming/names";
import { capital } from "../../model/naming/text";
import { wayToClose } from "../../reason/planning/way-to-close";
import type { FindingKind } from "../../record/finding/finding";
import { isOpenCheck } from "../../record/job/blocker";
import { checkSays, isDanger, type OpenCheck } from "../../record/job/checks/index";
import { countOf } from "../../record/job/evidence";
import type { Job } from "../../record/job/fold";
import type { Stage } from "../../record/job/stages";
import { blockerSays } from "./card/blockers";
import { checkTest } from "./card/checks";
import { stepTitle } from "./card/proposals";

/** Says how a job stands, for those who are not at it: what is next, and what is unsafe there. */
export interface StandingWords {
  readonly next: string | null;
  readonly unsafe: string | null;
  /** Taken apart, proved dead and worked at: by whom and since when. */
  readonly leftOpen: { readonly says: string; readonly since: string; readonly by: string } | null;
  /** 3: can hurt somebody as it stands; 2: stands open; 1: can be closed; 0: any other. */
  readonly urgency: number;
}

export function standingSays(job: Job): StandingWords {
  const { closed, machine, blockers, safety, panelsOff } = job;
  if (closed) return { next: null, unsafe: leftUnsafe(job), leftOpen: null, urgency: 0 };
  const danger = blockers.filter(isOpenCheck).find(isDanger);
  const off = panelsOff.map((p) => panelName(machine, p)).join(", ");
  const isDead = safety.power === "dead";
  const open = safety.power === "live" ? `LIVE with the ${off} off` : `taken apart, not proved dead: ${off} off`;
  const told = danger && machine ? checkSays(machine, danger) : off !== "" && !isDead ? open : undefined;
  const next = nextSays(job, danger);
  const urgency = told !== undefined ? 3 : off !== "" ? 2 : blockers.length === 0 ? 1 : 0;
  return { next, unsafe: told === undefined ? null : capital(told), leftOpen: off !== "" && isDead ? leftOpen(job, off) : null, urgency };
}

/** Since its last panel came off. */
function leftOpen({ record, cameOff }: Job, off: string): StandingWords["leftOpen"] {
  const last = cameOff.findLast((c) => c.is === "panel")?.entry;
  const line = record.findLast((l) => l.status === "counts" && l.entry.id === last);
  return line?.status === "counts" ? { says: `${off} off`, since: line.entry.at, by: line.entry.by } : null;
}

/** A machine that was left as it was because the work was declined. */
function leftUnsafe({ declined }: Job): string | null {
  const last = declined.findLast((d) => d.ends && (d.unsafe || d.marked));
  return last ? `Tagged DO NOT USE: ${last.what} declined` : null;
}

/** Gives what is next without working the suspects out: danger first, the way to the close after a repair, else the stage. */
function nextSays(job: Job, danger: OpenCheck | undefined): string {
  const { machine, blockers, fitted, stage } = job;
  if (!machine) return blockerSays(machine, { code: "machine" }).todo;
  if (danger) return checkTest(machine, danger).title;
  if (blockers.length === 0) return "Close the job";
  if (fitted.length > 0) return stepTitle(machine, wayToClose(machine, job).step);
  const readings = READ.reduce((sum, kind) => sum + countOf(job, kind), 0);
  return stage === "meter" && readings > 0
    ? `Keep metering: ${readings} ${readings === 1 ? "reading" : "readings"} so far`
    : BY_STAGE[stage];
}

/** Kinds of finding that are read off an instrument. */
const READ: readonly FindingKind[] = ["ohms", "volts", "amps", "temperature", "pressure", "series"];

const BY_STAGE: Record<Stage, string> = {
  intake: "Enter the complaint",
  watch: "Watch it run",
  air: "Check supply and air",
  safe: "Make it safe, then open it up",
  open: "Open it up",
  meter: "Meter the suspects",
  fit: "Make the repair",
  close: "Reassemble it",
  prove: "Do the test run",
  hand: "Hand over",
};
