import { type Kept, readKept, stampOf } from "../core/job/entry";
import { type Fold, foldOn, startFold } from "../core/job/fold";
import { type JobRow, jobRow } from "../core/language/job-row";
import type { Database } from "./handle";
import { machineFinder } from "./machines";
import { entriesInChunks } from "./read-journal";

/** Jobs that stay folded, so that an entry costs the same however many there are before it. */
const KEPT_JOBS = 64;

/** Folds of the jobs that were lately written or looked at; the longest unused is dropped. */
export class Folds {
  private readonly kept = new Map<string, Fold>();

  constructor(private readonly db: Database) {}

  /** The fold of a job; one without entries when there is no such job. */
  async of(job: string): Promise<Fold> {
    const known = this.kept.get(job);
    if (known) {
      this.keep(job, known);
      return known;
    }
    const entries: Kept[] = [];
    for await (const chunk of entriesInChunks(this.db, job)) entries.push(...chunk.map((s) => readKept(s.entry)));
    const fold = foldOn(startFold(job, machineFinder(this.db)), entries);
    // A newer one may have been kept while this one was read.
    const newer = this.kept.get(job);
    if (newer) return newer;
    if (entries.length > 0) this.keep(job, fold);
    return fold;
  }

  keep(job: string, fold: Fold): void {
    this.kept.delete(job);
    this.kept.set(job, fold);
    const [oldest] = this.kept.keys();
    if (this.kept.size > KEPT_JOBS && oldest !== undefined) this.kept.delete(oldest);
  }

  /** After a failed write: what was folded ahead of the disk is read anew. */
  clear(): void {
    this.kept.clear();
  }
}

/** The list's row of a folded job that has entries. */
export function rowOfFold({ job, entries }: Fold): JobRow {
  const [first] = entries;
  const last = entries.at(-1);
  if (!first || !last) throw new RangeError(`job ${job.id} has no entry`);
  return jobRow(job, stampOf(first).at, stampOf(last).at);
}
