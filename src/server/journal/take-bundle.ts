import { checkEntry } from "../../core/record/job/entry";
import type { Database } from "../database/handle";
import { HttpError } from "../gate/http";
import { keepFile } from "../kept/files";
import { findJob } from "../kept/jobs";
import { keepMachines } from "../kept/machines";
import { journalOf } from "./keep-journal";
import { knownAmong } from "./read-journal";
import { type Taken, takeEntries } from "./take-entries";
import type { Unpack } from "./unpack";

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
 * nothing doubles. Throws {@link HttpError} 400 with what is wrong with the file, or 422 where none of its entries can be taken; then
 * nothing was written.
 */
export async function takeBundle(db: Database, zip: Uint8Array, now: Date, unpack: Unpack): Promise<BroughtIn> {
  const read = await unpack(zip);
  if (!read.ok) throw new HttpError(400, `The job was skipped in: ${read.problem}. Nothing was written.`, "file");
  const { job, number, entries, machines, files } = read.bundle;
  const journal = journalOf(db);
  const known = await knownAmong(
    db,
    entries.map((e) => e.id),
  );
  const isHere = (await findJob(db, job)) !== undefined;
  const fresh = entries.filter((e) => !known.has(e.id) && checkEntry(e).ok);
  const begins = isHere || fresh[0]?.kind === "opened";
  if (known.size === 0 && (fresh.length === 0 || !begins))
    throw new HttpError(422, "None of its entries can be taken in: the job has no beginning here. Nothing was written.", "file");
  if (fresh.length > 0) {
    await keepMachines(db, machines);
    for (const file of files) await keepFile(db, file, now);
    if (number !== undefined && !isHere) journal.wish(job, number);
  }
  const refused: Taken["refused"][number][] = [];
  for (let i = 0; i < entries.length; i += BATCH) {
    const taken = await takeEntries(journal, entries.slice(i, i + BATCH));
    refused.push(...taken.refused.map((r) => ({ ...r, index: r.index + i })));
  }
  return {
    job,
    number: (await findJob(db, job))?.number,
    fresh: entries.length - known.size - refused.filter((r) => r.id === undefined || !known.has(r.id)).length,
    known: known.size,
    machines: fresh.length > 0 ? machines.length : 0,
    files: fresh.length > 0 ? files.length : 0,
    refused,
  };
}
