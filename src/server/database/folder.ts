import { closeSync, existsSync, openSync, readFileSync, readSync, statSync, writeFileSync } from "node:fs";
import { join } from "node:path";

export const databaseFile = (folder: string): string => join(folder, "yennic.db");
export const backupsFolder = (folder: string): string => join(folder, "backups");

/** Beside the database stands which journal the folder holds, so that a lost database is noticed and not made anew. */
const markFile = (folder: string): string => join(folder, "journal");

export function markFolder(folder: string, journal: string): void {
  const mark = markFile(folder);
  if (!existsSync(mark) || readFileSync(mark, "utf8").trim() !== journal) writeFileSync(mark, `${journal}\n`, { mode: 0o600 });
}

const HEADER = "SQLite format 3\0";

/** Why the database of a folder must not be opened as it lies; `undefined` when it may, or when there never was one. */
export function folderProblem(folder: string): string | undefined {
  const file = databaseFile(folder);
  const size = existsSync(file) ? statSync(file).size : 0;
  if (size === 0) {
    if (!existsSync(markFile(folder))) return undefined;
    return (
      `${file} is ${existsSync(file) ? "empty" : "gone"}, although this folder held the journal ${readFileSync(markFile(folder), "utf8").trim()}: nothing was created. ` +
      `Restore a backup (./yennic restore FILE; ${backupsFolder(folder)}), or remove ${markFile(folder)} to begin empty`
    );
  }
  const header = headerOf(file);
  return header === HEADER
    ? undefined
    : `${file} is damaged: it is no SQLite database any more. Restore a backup (./yennic restore FILE; ${backupsFolder(folder)})`;
}

function headerOf(file: string): string {
  const handle = openSync(file, "r");
  try {
    const bytes = Buffer.alloc(HEADER.length);
    readSync(handle, bytes, 0, HEADER.length, 0);
    return bytes.toString("latin1");
  } finally {
    closeSync(handle);
  }
}
