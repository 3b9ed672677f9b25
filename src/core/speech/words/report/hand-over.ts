import type { Job } from "../../../record/job/fold";
import { TOLD_LIST } from "../../../record/job/kinds/hands/tick";
import type { Report } from "./report";

/** One thing that the customer is told, in the order in which it is said. */
export interface ToSay {
  readonly id: string;
  readonly says: string;
  readonly said: boolean;
}

/** Gives what is left to tell, from the customer's page: what it was, what was declined and reserved, what to mind, the warranty, the next visit. */
export function toSay({ sections }: Report, { ticks }: Pick<Job, "ticks">): ToSay[] {
  const said = new Set(ticks.filter((t) => t.list === TOLD_LIST && t.state === "done").map((t) => t.says));
  return sections.flatMap(({ told, lines }) =>
    told === undefined ? [] : lines.map((l, i) => lineOf(`${told}-${i + 1}`, l.slice(0, MOST_SAID), said)),
  );
}

/** As much of a line as a tick keeps. */
const MOST_SAID = 200;
const lineOf = (id: string, says: string, said: ReadonlySet<string>): ToSay => ({ id, says, said: said.has(says) });

/** Holds what is next at the hand-over. */
type HandStep =
  /** True while nobody has told the cause. */
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
