import { type Kept, readKept, stampOf } from "../../core/record/job/entry";
import { type Fold, foldOn, startFold } from "../../core/record/job/fold";
import type { NamedOrder } from "../../core/record/stock/stock";
import { type JobRow, jobRow, type ListedJob } from "../../core/speech/words/job-row";
import type { Database } from "../database/handle";
import { findJob } from "../kept/jobs";
import { machineFinder } from "../kept/machines";
import { entriesInChunks } from "./read-journal";

/** Entries of jobs that stay folded, so that one more costs the same however many there are before it, and however many jobs are open. */
const KEPT_ENTRIES = 60_000;
/** A job takes as much as so many entries, besides its own. */
const OF_A_JOB = 20;

/** A job as it stands: its fold, and its row in the list; no row while there is no such job. */
interface Standing {
  readonly fold: Fold;
  readonly row?: ListedJob | undefined;
}

const sizeOf = ({ fold }: Standing): number => OF_A_JOB + fold.entries.length;

/** Folds of the jobs that were lately written or looked at; the longest unused is dropped. */
export class Folds {
  private readonly kept = new Map<string, Standing>();
  private size = 0;

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
    this.drop(job);
    this.kept.set(job, standing);
    this.size += sizeOf(standing);
    for (const [oldest] of this.kept) {
      if (this.size <= KEPT_ENTRIES || oldest === job) return;
      this.drop(oldest);
    }
  }

  private drop(job: string): void {
    const standing = this.kept.get(job);
    if (!standing) return;
    this.size -= sizeOf(standing);
    this.kept.delete(job);
  }

  /** After a failed write: what was folded ahead of the disk is read anew. */
  clear(): void {
    this.size = 0;
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
