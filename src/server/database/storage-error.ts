/** The journal can't be read or written now; nothing of the request was. It may be tried again. */
export class StorageError extends Error {
  constructor(
    readonly status: 503 | 507,
    message: string,
    options?: ErrorOptions,
  ) {
    super(message, options);
  }
}

/** SQLite's own code of what went wrong, such as SQLITE_FULL; `undefined` when it was not the database. */
function sqliteCode(error: unknown): string | undefined {
  for (let e = error; e instanceof Error; e = e.cause) {
    const { code } = e as { code?: unknown };
    if (typeof code === "string" && code.startsWith("SQLITE_")) return code;
  }
  return undefined;
}

const SAYS: readonly (readonly [prefix: string, status: 503 | 507, says: string])[] = [
  ["SQLITE_FULL", 507, "the disk is full: nothing was written. Make room; what waits is then sent again by itself"],
  ["SQLITE_IOERR", 507, "the disk could not be written: nothing was written. Make room or look at the disk; it is tried again by itself"],
  ["SQLITE_READONLY", 503, "the data folder can't be written: nothing was written. Give this user the right to write there"],
  ["SQLITE_CANTOPEN", 503, "the database can't be opened: nothing was written. Look at the data folder"],
  ["SQLITE_CORRUPT", 503, "the database file is damaged: nothing was written. Stop, and restore a backup"],
  ["SQLITE_NOTADB", 503, "the database file is damaged: nothing was written. Stop, and restore a backup"],
  ["SQLITE_BUSY", 503, "another program holds the database: nothing was written. It is tried again by itself"],
];

/** Gives what a failure of the database means to who asked; any other error as it is. */
export function storageErrorOf(error: unknown): unknown {
  const code = sqliteCode(error);
  const known = SAYS.find(([prefix]) => code?.startsWith(prefix));
  return known ? new StorageError(known[1], known[2], { cause: error }) : error;
}
