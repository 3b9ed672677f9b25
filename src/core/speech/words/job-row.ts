import { capital } from "../../model/naming/text";
import type { Job } from "../../record/job/fold";
import type { EntryKind } from "../../record/job/kinds/index";
import type { Stage } from "../../record/job/stages";
import type { NamedOrder } from "../../record/stock/stock";
import { waitingSays } from "./bench/stock";
import { blockerSays } from "./card/blockers";
import { wantedSays } from "./card/waiting";
import { entrySays } from "./entries";
import { type StandingWords, standingSays } from "./standing";

/** Holds what a list of jobs shows of one. The server keeps it beside the journal; a browser makes it of the entries that it holds. */
export interface JobRow extends StandingWords {
  readonly id: string;
  readonly stage: Stage;
  readonly closed: boolean;
  readonly customer: string;
  readonly place: string;
  readonly machine: string | null;
  /** Maker and model, where the machine is known. */
  readonly machineName: string | null;
  readonly serial: string | null;
  readonly complaint: string | null;
  readonly power: Job["safety"]["power"];
  /** Whose proof of dead is on record, and when it was made; `null`: none. */
  readonly proved: { readonly at: string; readonly by: string } | null;
  readonly panelsOff: number;
  readonly waits: string | null;
  readonly openedAt: string;
  readonly changedAt: string;
}

/** A row as the server keeps it. */
export interface ListedJob extends JobRow {
  readonly number: number;
  /** Number of its last entry in the journal. */
  readonly seq: number;
}

/** The row of a job whose first and last entry were made at these times, with what was ordered for it. */
export function jobRow(job: Job, openedAt: string, changedAt: string, orders: readonly NamedOrder[] = []): JobRow {
  const parts = job.closed || job.fitted.length > 0 ? undefined : (waitingSays(orders) ?? saidToCome(job));
  const standing = standingSays(job);
  const came = orders
    .flatMap((o) => o.came?.at ?? o.hereSince ?? [])
    .toSorted()
    .at(-1);
  // Whatever has come is to be gone on with: at the top of the list, among those that can hurt somebody.
  const isDue = parts?.here === true;
  return {
    id: job.id,
    stage: job.stage,
    closed: job.closed,
    customer: job.opened?.customer ?? "?",
    place: job.opened?.place ?? "",
    machine: job.machineRef?.id ?? null,
    machineName: job.machine ? `${job.machine.maker} ${job.machine.model}` : null,
    serial: job.serial ?? null,
    complaint: job.complaint?.words ?? null,
    power: job.safety.power,
    proved: provedOf(job.safety),
    panelsOff: job.panelsOff.length,
    waits: parts ? capital(parts.says) : waitsFor(job),
    ...standing,
    next: parts ? capital(parts.says) : standing.next,
    urgency: isDue ? Math.max(TOP, standing.urgency) : standing.urgency,
    openedAt,
    changedAt: came !== undefined && isDue && came > changedAt ? came : changedAt,
  };
}

/** Gives what was said to be ordered, without the catalogue. */
function saidToCome({ machine, wanted, used }: Job): { readonly says: string; readonly here: boolean } | undefined {
  const open = wanted.filter((w) => w.ordered && !used.some((u) => w.assembly !== null && u.renews.includes(w.assembly)));
  return machine && open.length > 0 ? { says: `waiting on ${open.map((w) => wantedSays(machine, w)).join("; ")}`, here: false } : undefined;
}

const provedOf = ({ power, since, by }: Job["safety"]): JobRow["proved"] =>
  power === "dead" && since !== undefined && by !== undefined ? { at: since, by } : null;

/** As urgent as what can hurt somebody. */
const TOP = 3;

/** Gives what a job is found by: place, customer, machine (its id and its name), serial number, the customer's words. */
export const searchedWords = (row: JobRow): readonly string[] => [
  row.place,
  row.customer,
  `${row.machine ?? ""} ${row.machineName ?? ""}`.trim(),
  row.serial ?? "",
  row.complaint ?? "",
];

/** Words as a search takes them, in lower case and without accents. */
export const wordsIn = (text: string): string[] =>
  text
    .normalize("NFD")
    .replace(/\p{M}/gu, "")
    .toLowerCase()
    .match(/[\p{L}\p{N}]+/gu) ?? [];

/** True where every word of `said` begins some word of the job. */
export function matchesWords(row: JobRow, said: string): boolean {
  const own = searchedWords(row).flatMap(wordsIn);
  return wordsIn(said).every((word) => own.some((o) => o.startsWith(word)));
}

/** Kinds of which the list does not speak as the last thing done. */
const BEGINNINGS: readonly EntryKind[] = ["opened", "machine", "complaint", "retract"];

/** Gives what stands between the job and its close, in a few words. */
function waitsFor({ closed, fitted, blockers, record, machine }: Job): string | null {
  if (closed) return null;
  if (fitted.length > 0) {
    const [first] = blockers;
    return first ? blockerSays(machine, first).says : "ready to close";
  }
  const last = record.findLast((l) => l.status === "counts" && !BEGINNINGS.includes(l.entry.kind));
  return last?.status === "counts" ? `last entry: ${entrySays(machine, last.entry)}` : "not started";
}
