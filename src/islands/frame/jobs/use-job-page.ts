import { useEffect, useState } from "react";
import { type JobRow, jobRow, matchesWords } from "../../../core/speech/words/job-row";
import { openElsewhere } from "../../replica/ask-server";
import { type JobHere, type Replica, replica } from "../../replica/replica";

export interface ListQuery {
  readonly stage?: string | undefined;
  readonly q?: string | undefined;
  /** From 1. */
  readonly page: number;
}

/** A job that the server has not seen yet has no number. */
type Row = JobRow & { readonly number?: number };

export interface JobPage {
  readonly jobs: readonly Row[];
  readonly pages: number;
  /** Open jobs that leave their machine in a state that can hurt somebody. */
  readonly unsafe: number;
  /** Older jobs that the search found and does not show. */
  readonly leftOut: number;
  /** Open jobs that are on the server alone, while it is away. */
  readonly lacking?: number;
}

const SOON_MS = 150;

/**
 * One page of the list: what the page came with, then as the server tells it whenever something has changed, with this
 * browser's own entries that wait counted in; without a server, the jobs that are here.
 */
export function useJobPage(query: ListQuery, first: JobPage | undefined): { readonly page: JobPage | undefined; readonly away: boolean } {
  const [known, setKnown] = useState<{ readonly page: JobPage | undefined; readonly away: boolean }>({ page: first, away: false });
  const { stage, q, page } = query;
  useEffect(() => {
    const copy = replica();
    let timer: ReturnType<typeof setTimeout> | undefined;
    let ended = false;
    const look = async () => {
      const next = await pageOf(copy, { stage, q, page });
      if (!ended) setKnown(next);
    };
    const soon = () => {
      clearTimeout(timer);
      timer = setTimeout(() => void look(), SOON_MS);
    };
    let waited = "";
    let reached = true;
    const stops = [
      copy.subscribeRows(soon),
      copy.subscribe(({ pending, contact }) => {
        const waits = pending.map((p) => p.entry.id).join();
        const isReached = contact.trouble === undefined;
        if (waits !== waited || isReached !== reached) soon();
        waited = waits;
        reached = isReached;
      }),
    ];
    const back = () => document.visibilityState === "visible" && soon();
    addEventListener("pageshow", soon);
    document.addEventListener("visibilitychange", back);
    soon();
    return () => {
      ended = true;
      clearTimeout(timer);
      for (const stop of stops) stop();
      removeEventListener("pageshow", soon);
      document.removeEventListener("visibilitychange", back);
    };
  }, [stage, q, page]);
  return known;
}

async function pageOf(copy: Replica, query: ListQuery): Promise<{ readonly page: JobPage; readonly away: boolean }> {
  const own = await ownRows(copy);
  const told = await fetchPage(query);
  if (told) {
    const jobs = told.jobs.map((row) => own.find((o) => o.id === row.id) ?? row);
    const fresh = query.page === 1 ? own.filter((o) => o.number === undefined && isAsked(o, query)) : [];
    return { page: { ...told, jobs: [...fresh, ...jobs] }, away: false };
  }
  const kept = await copy.rows();
  const rows = [...own, ...kept.filter((k) => !own.some((o) => o.id === k.id))];
  const jobs = rows.filter((row) => isAsked(row, query)).toSorted(byUrgency);
  const unsafe = query.q === undefined ? rows.filter((r) => !r.closed && r.unsafe !== null).length : 0;
  const lacking = openElsewhere(rows.filter((r) => !r.closed).length);
  return { page: { jobs, pages: 1, unsafe, leftOut: 0, lacking }, away: true };
}

async function fetchPage({ stage, q, page }: ListQuery): Promise<JobPage | undefined> {
  const params = new URLSearchParams({ ...(stage && { stage }), ...(q && { q }), page: String(page) });
  const response = await fetch(`/api/jobs?${params}`, { redirect: "manual" }).catch(() => undefined);
  if (!response?.ok || response.headers.get("x-served-by") !== "yennic") return undefined;
  return (await response.json()) as JobPage;
}

/** Rows of the jobs for which this browser holds entries that are not on the server yet. */
async function ownRows(copy: Replica): Promise<Row[]> {
  const waiting = new Set((await copy.waiting()).flatMap(({ entry, refused }) => (refused === undefined ? [entry.stream.id] : [])));
  const rows = await Promise.all([...waiting].map(async (job) => ownRow(await copy.jobHere(job))));
  return rows.flatMap((row) => row ?? []);
}

function ownRow({ entries, row, job }: JobHere): Row | undefined {
  const [begin] = entries;
  const last = entries.at(-1);
  if (!begin || !last || begin.kind !== "opened") return undefined;
  return { ...jobRow(job, begin.at, last.at), ...(row?.number !== undefined && { number: row.number }) };
}

const isAsked = (row: Row, { stage, q = "" }: ListQuery): boolean =>
  (stage === undefined || (stage === "closed" ? row.closed : !row.closed && row.stage === stage)) && matchesWords(row, q);

/** As the server orders them. */
const byUrgency = (a: Row, b: Row): number =>
  Number(a.closed) - Number(b.closed) || b.urgency - a.urgency || (a.changedAt < b.changedAt ? 1 : -1);
