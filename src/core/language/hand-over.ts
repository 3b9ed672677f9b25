import type { Job } from "../job/fold";
import { TOLD_LIST } from "../job/fold";
import type { Report } from "./report";

/** One thing that the customer is told, in the order in which it is said. */
export interface ToSay {
  readonly id: string;
  readonly says: string;
  readonly said: boolean;
}

/** What is left to tell, from the customer's page: what it was, what was declined and reserved, what to mind, the warranty, the next visit. */
export function toSay({ sections }: Report, { ticks }: Pick<Job, "ticks">): ToSay[] {
  const said = new Set(ticks.filter((t) => t.list === TOLD_LIST && t.state === "done").map((t) => t.says));
  return sections.flatMap(({ name, lines }) => {
    const id = SAID[name];
    return id === undefined ? [] : lines.map((l, i) => ({ id: `${id}-${i + 1}`, says: l.slice(0, 200), said: said.has(l.slice(0, 200)) }));
  });
}

/** Sections that are said, by the name of their ticks. */
const SAID: Readonly<Record<string, string>> = {
  Found: "found",
  Declined: "declined",
  Reserved: "reserved",
  "To mind": "mind",
  Warranty: "warranty",
  "Next visit": "visit",
};

/** What is next at the hand-over. */
export type HandStep =
  /** What it was is told by nobody yet. */
  | { readonly is: "conclude" }
  | { readonly is: "say"; readonly next: ToSay; readonly left: number }
  | { readonly is: "sign" }
  | { readonly is: "done" };

export function handStep(report: Report, job: Pick<Job, "ticks" | "conclusion" | "fitted" | "handedOver">): HandStep {
  if (job.handedOver) return { is: "done" };
  if (!job.conclusion && job.fitted.length > 0) return { is: "conclude" };
  const left = toSay(report, job).filter((t) => !t.said);
  const [next] = left;
  return next ? { is: "say", next, left: left.length } : { is: "sign" };
}
