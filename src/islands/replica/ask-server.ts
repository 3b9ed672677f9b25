import type { Moved } from "../../core/model/access/own-times";
import type { Machine } from "../../core/model/machine/format";
import { type KeptMachine, type MachineRef, revisionOf } from "../../core/model/machine/revision";
import { readEnvelope, type Sequenced } from "../../core/record/journal/envelope";
import type { ListedJob } from "../../core/speech/words/job-row";
import type { EarlierVisit } from "../../core/speech/words/report/earlier-visits";
import { readSmall, writeSmall } from "./browser-store";
import type { Cursor } from "./shelf";

/** Gives what the server answers, or `undefined` when it has no such thing. Throws when it does not answer, or somebody else does. */
async function ask<T>(path: string, init?: RequestInit): Promise<T | undefined> {
  const response = await fetch(path, { redirect: "manual", ...init });
  if (response.headers.get("x-served-by") !== "yennic") throw new Error(`another server answered to ${path}`);
  if (response.status === 404) return undefined;
  if (!response.ok) throw new Error(`the server answered ${response.status} to ${path}`);
  return (await response.json()) as T;
}

/** A job's row, and its entries behind a number. */
export async function askJob(job: string, after: number): Promise<{ row: ListedJob; entries: Sequenced[] } | undefined> {
  const told = await ask<{ job: ListedJob } & ToldEntries>(`/api/jobs/${job}?after=${after}`);
  return told && { row: told.job, entries: sequenced(told) };
}

/** Everything of the stock, its orders and terms. */
export const askStock = async (): Promise<Sequenced[]> => sequenced((await ask<ToldEntries>("/api/stock")) ?? { entries: [], seqs: [] });

interface ToldEntries {
  readonly entries: readonly unknown[];
  readonly seqs: readonly number[];
}

const sequenced = ({ entries, seqs }: ToldEntries): Sequenced[] =>
  entries.map((data, i) => {
    const read = readEnvelope(data);
    if (!read.ok) throw read.error;
    return { seq: seqs[i] ?? 0, entry: read.envelope };
  });

/** Earlier visits to the machine of a job; `undefined`: the server does not know the job yet. */
export const askEarlier = async (job: string): Promise<readonly EarlierVisit[] | undefined> =>
  (await ask<{ visits: EarlierVisit[] }>(`/api/jobs/${job}/earlier`))?.visits;

/** Gives how long a technician took for panels on machines of this job's kind. */
export const askMoved = async (job: string, by: string): Promise<readonly Moved[]> =>
  (await ask<{ moved: Moved[] }>(`/api/jobs/${job}/moved?by=${encodeURIComponent(by)}`))?.moved ?? [];

interface Copy {
  readonly journal: string;
  readonly head: { readonly seq: number; readonly hash: string };
  readonly rows: ListedJob[];
  readonly machines: MachineRef[];
  /** Jobs that are open there; the rows may be fewer. */
  readonly open: number;
}

const OPEN_JOBS = "yennic.open-jobs";

/** Open jobs that the server had when this copy was begun, beyond those that it holds. */
export const openElsewhere = (held: number): number => Math.max(0, Number(readSmall("localStorage", OPEN_JOBS) ?? 0) - held);

/** Where the journal stands, the open jobs, the machines that are offered. */
export async function askCopy(): Promise<{ cursor: Cursor; rows: ListedJob[]; machines: MachineRef[] }> {
  const told = await ask<Copy>("/api/copy");
  if (!told) throw new Error("the server offers no copy");
  writeSmall("localStorage", OPEN_JOBS, String(told.open));
  return { cursor: { journal: told.journal, ...told.head }, rows: told.rows, machines: told.machines };
}

/** A machine in a revision; only what its name says it is. */
export async function askMachine(ref: MachineRef): Promise<KeptMachine | undefined> {
  const told = await ask<{ machine: Machine }>(`/api/machines/${ref.id}/${ref.revision}`);
  return told && revisionOf(told.machine) === ref.revision ? { ref, machine: told.machine } : undefined;
}

/** Those of the ids that the server's journal lacks. */
export async function askLacking(ids: readonly string[]): Promise<string[]> {
  const lacking: string[] = [];
  for (let i = 0; i < ids.length; i += 1000) {
    const body = JSON.stringify({ ids: ids.slice(i, i + 1000) });
    const told = await ask<{ lacking: string[] }>("/api/entries/lacking", {
      method: "POST",
      headers: { "content-type": "application/json" },
      body,
    });
    lacking.push(...(told?.lacking ?? []));
  }
  return lacking;
}
