import { mkdirSync } from "node:fs";
import { dirname, join, resolve } from "node:path";
import { fileURLToPath } from "node:url";
import { drizzle } from "drizzle-orm/libsql";
import { migrate } from "drizzle-orm/libsql/migrator";
import { openClient } from "./database/client";
import type { Database } from "./database/handle";
import * as schema from "./database/schema";
import { keepJournal } from "./journal/keep-journal";
import { keepMachines } from "./kept/machines";
import { runSupplier } from "./supplier";

export type { Database } from "./database/handle";

/** The project's folder: where migrations lie. Set by the command line, else the folder it is run in. */
export const projectRoot = (): string => process.env.YENNIC_ROOT ?? process.cwd();

/** Folder of everything that is kept: `YENNIC_DATA`, else data/ in the project. */
export const dataFolder = (): string => resolve(process.env.YENNIC_DATA ?? join(projectRoot(), "data"));

const databaseUrl = (): string => process.env.YENNIC_DB ?? `file:${join(dataFolder(), "yennic.db")}`;

/** Opens a database, brings its tables up to date and keeps the machines that ship. WAL with full syncing: acknowledged means on disk. */
export async function openDatabase(url = databaseUrl()): Promise<Database> {
  if (url.startsWith("file:")) {
    const path = url.startsWith("file://") ? fileURLToPath(url) : url.slice("file:".length);
    mkdirSync(dirname(path), { recursive: true });
  }
  const client = openClient(url);
  if (url.startsWith("file:")) await client.execute("PRAGMA journal_mode = WAL");
  const db = drizzle(client, { schema });
  await migrate(db, { migrationsFolder: join(projectRoot(), "migrations") });
  await keepMachines(db);
  await keepJournal(db);
  return db;
}

let shared: Promise<Database> | undefined;

/** The process's database, opened at the first call, the simulated supplier with it; a failed opening is tried again at the next. */
export function database(): Promise<Database> {
  shared ??= openDatabase()
    .then((db) => {
      runSupplier(db);
      return db;
    })
    .catch((error) => {
      shared = undefined;
      throw error;
    });
  return shared;
}
