import { millisecondsInDay } from "date-fns/constants";
import { capital, lower } from "../../../model/naming/text";
import { findingSays } from "../../../record/finding/finding";
import type { Job } from "../../../record/job/fold";
import { fittedSay } from "../fitted";
import type { ListedJob } from "../job-row";

/** A machine that is called for again within so many days was not put right, or was not looked at well enough. */
export const REPEAT_DAYS = 30;
/** Readings that are shown of an earlier visit, the last of them. */
const MOST_READINGS = 6;

/** Holds what another job on the same machine came to. */
export interface EarlierVisit {
  readonly id: string;
  readonly number: number;
  readonly openedAt: string;
  readonly changedAt: string;
  readonly closed: boolean;
  readonly complaint: string | null;
  /** Holds what was fitted or put right, each once. */
  readonly done: readonly string[];
  readonly readings: readonly string[];
  /** Holds what it was closed without. */
  readonly reservations?: string;
  /** Work that was declined then, and whether the machine was left tagged DO NOT USE. */
  readonly declined?: string;
}

export function earlierVisit({ machine, fitted, fittedElsewhere, evidence, reservations, declined }: Job, row: ListedJob): EarlierVisit {
  const { id, number, openedAt, changedAt, closed, complaint } = row;
  const own = evidence.filter((e) => e.source === "technician" && e.finding.kind !== "sight");
  return {
    id,
    number,
    openedAt,
    changedAt,
    closed,
    complaint,
    done: [...new Set(fittedSay(machine, { fitted, fittedElsewhere }).map((says) => lower(says.replace(": ", " "))))],
    readings: machine ? own.slice(-MOST_READINGS).map((e) => findingSays(e.finding, machine)) : [],
    ...(reservations !== undefined && { reservations }),
    ...(declined.length > 0 && {
      declined: declined.map((d) => `${lower(d.what)} was declined${d.marked ? ", tagged DO NOT USE" : ""}`).join("; "),
    }),
  };
}

/** Whole days from the end of a visit to the call for the next. */
const daysBetween = ({ changedAt }: Pick<EarlierVisit, "changedAt">, openedAt: string): number =>
  Math.floor((Date.parse(openedAt) - Date.parse(changedAt)) / millisecondsInDay);

/** The visit of which this call is the repeat: the last that was closed, no more than {@link REPEAT_DAYS} days before. */
export const repeatOf = (visits: readonly EarlierVisit[], openedAt: string): EarlierVisit | undefined =>
  visits
    .filter((v) => v.closed && daysBetween(v, openedAt) >= 0 && daysBetween(v, openedAt) <= REPEAT_DAYS)
    .sort((a, b) => Date.parse(b.changedAt) - Date.parse(a.changedAt))[0];

/** “Callback, 26 days after job 12: then the cut-off was renewed.” */
export function repeatSays(visit: EarlierVisit, openedAt: string): { readonly says: string; readonly done: string } {
  const days = daysBetween(visit, openedAt);
  const after = days === 0 ? "on the day of" : `${days} ${days === 1 ? "day" : "days"} after`;
  const then = visit.done.length > 0 ? `Last visit: ${visit.done.join("; ")}.` : "Last visit: no repair made.";
  return {
    says: `Callback, ${after} job ${visit.number}`,
    done: [
      then,
      ...(visit.reservations ? [`Closed with exceptions: ${visit.reservations}.`] : []),
      ...(visit.declined ? [`${capital(visit.declined)}.`] : []),
    ].join(" "),
  };
}
