import type { Envelope, Sequenced } from "../../core/record/journal/envelope";
import type { ListedJob } from "../../core/speech/words/job-row";

/** Holds what is told of a job as far as the server is known to have it. */
export interface ToldJob {
  /** In the server's order. The same objects while nothing changed. */
  readonly entries: readonly Envelope[];
  readonly row?: ListedJob | undefined;
  /** True where the job is here from its first entry on. */
  readonly whole: boolean;
}

/** The entries of one job that the server is known to have, put in its order as they come from shelf, server and other tabs. */
export class JobFeed {
  private readonly bySeq = new Map<number, Envelope>();
  private last: readonly Envelope[] = [];
  private row: ListedJob | undefined;
  private highest = 0;

  /** True where anything was new. */
  take(entries: readonly Sequenced[], row?: ListedJob): boolean {
    const fresh = entries.filter((s) => !this.bySeq.has(s.seq));
    for (const { seq, entry } of fresh) {
      this.bySeq.set(seq, entry);
      this.highest = Math.max(this.highest, seq);
    }
    if (fresh.length > 0) this.last = [...this.bySeq].toSorted(([a], [b]) => a - b).map(([, entry]) => entry);
    const newer = row !== undefined && row.seq >= (this.row?.seq ?? 0);
    if (newer) this.row = row;
    return fresh.length > 0 || newer;
  }

  /** The journal is another now: what was known goes when what it has is known. */
  replace(entries: readonly Sequenced[], row: ListedJob | undefined): void {
    this.bySeq.clear();
    this.highest = 0;
    this.row = row;
    this.take(entries);
  }

  told(): ToldJob {
    return { entries: this.last, row: this.row, whole: this.last[0]?.kind === "opened" };
  }

  /** Number of the last entry; 0 where the beginning is not here. */
  lastSeq(): number {
    return this.told().whole ? this.highest : 0;
  }
}
