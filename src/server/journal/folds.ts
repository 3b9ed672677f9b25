import { type Kept, readKept, stampOf } from "../../core/record/job/entry";
import { type Fold, foldOn, startFold } from "../../core/record/job/fold";
import type { NamedOrder } from "../../core/record/stock/stock";
import { type JobRow, jobRow, type ListedJob } from "../../core/speech/words/job-row";
import type { Database } from "../database/handle";
import { findJob } from "../kept/jobs";
import { machineFinder } from "../kept/machines";
import { entriesInChunks } from "./read-journal";

/** Jobs that stay folded, so that an entry costs the same however many there are before it. */
const KEPT_JOBS = 64;

/** A job as it stands: its fold, and its row in the list; no row while there is no such job. */
interface Standing {
  readonly fold: Fold;
  readonly row?: ListedJob | undefined;
}

/** Folds of the jobs that were lately written or looked at; the longest unused is dropped. */
export class Folds {
  private readonly kept = new Map<string, Standing>();

  constructor(private readonly db: Database) {}

  /** Tells how a job stands. */
  async of(job: string): Promise<Standing> {
    const known = this.kept.get(job);
    if (known) {
      this.keep(job, known);
      return known;
    }
    const entries: Kept[] = [];
    for await (const chunk of entriesInChunks(this.db, job)) entries.push(...chunk.map((s) => readKept(s.entry)));
    const fold = foldOn(startFold(job, machineFinder(this.db)), entries);
    const standing = { fold, row: await findJob(this.db, job) };
    // A newer one may have been kept while this one was read.
    const newer = this.kept.get(job);
    if (newer) return newer;
    if (standing.row) this.keep(job, standing);
    return standing;
  }

  keep(job: string, standing: Standing): void {
    this.kept.delete(job);
    this.kept.set(job, standing);
    const [oldest] = this.kept.keys();
    if (this.kept.size > KEPT_JOBS && oldest !== undefined) this.kept.delete(oldest);
  }

  /** After a failed write: what was folded ahead of the disk is read anew. */
  clear(): void {
    this.kept.clear();
  }
}

/** The list's row of a folded job that has entries. */
export function rowOfFold({ job, entries }: Fold, orders: readonly NamedOrder[]): JobRow {
  const [first] = entries;
  const last = entries.at(-1);
  if (!first || !last) throw new RangeError(`job ${job.id} has no entry`);
  return jobRow(job, stampOf(first).at, stampOf(last).at, orders);
}
