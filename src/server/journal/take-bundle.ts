import { unpackBundle } from "../../core/record/bundle/bundle";
import type { Database } from "../database/handle";
import { HttpError } from "../gate/http";
import { keepFile } from "../kept/files";
import { findJob } from "../kept/jobs";
import { keepMachines } from "../kept/machines";
import { journalOf } from "./keep-journal";
import { knownAmong } from "./read-journal";
import { type Taken, takeEntries } from "./take-entries";

/** Entries that are written at once. */
const BATCH = 200;

/** Holds what became of a job that was brought in. */
interface BroughtIn {
  readonly job: string;
  readonly number: number | undefined;
  /** Entries that were not here yet, and that were. */
  readonly fresh: number;
  readonly known: number;
  readonly machines: number;
  readonly files: number;
  readonly refused: Taken["refused"];
}

/**
 * Takes in a job's file: machine revisions and files first, then its entries, each by its own id, so that brought in twice
 * nothing doubles. Throws {@link HttpError} 400 with what is wrong with the file; then nothing was written.
 */
export async function takeBundle(db: Database, zip: Uint8Array, now: Date): Promise<BroughtIn> {
  const read = unpackBundle(zip);
  if (!read.ok) throw new HttpError(400, `The job was skipped in: ${read.problem}. Nothing was written.`, "file");
  const { job, number, entries, machines, files } = read.bundle;
  const journal = journalOf(db);
  const known = await knownAmong(
    db,
    entries.map((e) => e.id),
  );
  await keepMachines(db, machines);
  for (const file of files) await keepFile(db, file, now);
  if (number !== undefined && known.size === 0) journal.wish(job, number);
  const refused: Taken["refused"][number][] = [];
  for (let i = 0; i < entries.length; i += BATCH) {
    const taken = await takeEntries(journal, entries.slice(i, i + BATCH));
    refused.push(...taken.refused.map((r) => ({ ...r, index: r.index + i })));
  }
  return {
    job,
    number: (await findJob(db, job))?.number,
    fresh: entries.length - known.size - refused.length,
    known: known.size,
    machines: machines.length,
    files: files.length,
    refused,
  };
}
