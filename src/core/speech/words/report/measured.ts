import type { Machine } from "../../../model/machine/format";
import { formatValue } from "../../../model/quantity/format";
import { judgeInJob } from "../../../reason/diagnosis/judge-in-job";
import { axisFor } from "../../../reason/judging/zones";
import { findingSays } from "../../../record/finding/finding";
import type { Verdict } from "../../../record/finding/limits/verdict";
import { isMetered } from "../../../record/finding/metered";
import type { Job } from "../../../record/job/fold";
import type { Evidence } from "../../../record/job/state";
import { limitsSay } from "../bench/judgements";

/** A reading as the customer sees it: as it was said, and what came of it. */
export interface Shown {
  readonly says: string;
  readonly verdict?: Verdict;
}

/** One place that was read: what is healthy there, before and after the repair. */
export interface MeasuredRow {
  readonly place: string;
  readonly healthy: string;
  readonly before?: Shown;
  readonly now?: Shown;
}

/** The same on a scale, where limits and readings are numbers. Values in one unit. */
export interface MeasuredScale {
  readonly place: string;
  /** The end of the axis; it begins at 0. */
  readonly to: number;
  readonly toSays: string;
  readonly low: number;
  readonly high: number;
  readonly healthy: string;
  readonly marks: readonly { readonly when: "before" | "now"; readonly value: number; readonly says: string; readonly verdict: Verdict }[];
}

/** All that was read by a person, place by place: the last before the first repair, the last after the last. */
export function measuredRows(machine: Machine, job: Job): { readonly rows: MeasuredRow[]; readonly scales: MeasuredScale[] } {
  const places = new Map<string, Evidence[]>();
  for (const e of job.evidence) {
    if (e.source !== "technician" || e.finding.result.is === "answer") continue;
    const key = JSON.stringify([e.finding.kind, e.finding.place]);
    places.set(key, [...(places.get(key) ?? []), e]);
  }
  const rows: MeasuredRow[] = [];
  const scales: MeasuredScale[] = [];
  for (const at of places.values()) {
    const isAfter = (e: Evidence) => job.fitted.length > 0 && e.fitted.length === job.fitted.length;
    const [before, now] = [at.findLast((e) => !isAfter(e)), at.findLast(isAfter)];
    const scale = scaleOf(machine, job, before, now);
    if (scale) scales.push(scale);
    else rows.push(rowOf(machine, job, before, now));
  }
  return { rows, scales };
}

/** “Igniter, wires off: OL” parted into the place and what was read. */
function parted(machine: Machine, { finding }: Evidence): readonly [place: string, read: string] {
  const says = findingSays(finding, machine);
  const at = says.lastIndexOf(": ");
  return at < 0 ? [says, ""] : [says.slice(0, at), says.slice(at + 2)];
}

function rowOf(machine: Machine, job: Job, before: Evidence | undefined, now: Evidence | undefined): MeasuredRow {
  const one = now ?? before;
  const shown = (e: Evidence): Shown => {
    const verdict = isMetered(e.finding) ? judgeInJob(machine, job, e.finding).verdict : undefined;
    return { says: parted(machine, e)[1], ...(verdict && { verdict }) };
  };
  return {
    place: one ? parted(machine, one)[0] : "",
    healthy: one && isMetered(one.finding) ? limitsSay(judgeInJob(machine, job, one.finding).limits) : "",
    ...(before && { before: shown(before) }),
    ...(now && { now: shown(now) }),
  };
}

function scaleOf(machine: Machine, job: Job, before: Evidence | undefined, now: Evidence | undefined): MeasuredScale | undefined {
  const of = (e: Evidence | undefined, when: "before" | "now") => {
    if (!e || !isMetered(e.finding) || e.finding.result.is !== "value") return undefined;
    const { limits, verdict } = judgeInJob(machine, job, e.finding);
    return { when, value: e.finding.result.value, says: parted(machine, e)[1], verdict, limits };
  };
  const read = [of(before, "before"), of(now, "now")].filter((m) => m !== undefined);
  const [first] = read;
  // An open line has no place on a scale: it is told in the table.
  if (!first || read.length < [before, now].filter((e) => e !== undefined).length) return undefined;
  const { limits } = first;
  if (limits.of === "unknown" || limits.high === Infinity || limits.acts) return undefined;
  const to = axisFor(
    limits,
    read.map((m) => m.value),
  );
  const one = now ?? before;
  return {
    place: one ? parted(machine, one)[0] : "",
    to,
    toSays: formatValue(to, limits.unit),
    low: Math.max(0, limits.low),
    high: limits.high,
    healthy: limitsSay(limits),
    marks: read.map(({ limits: _, ...mark }) => mark),
  };
}
